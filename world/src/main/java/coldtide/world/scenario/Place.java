package coldtide.world.scenario;

import java.util.List;

/** One beacon's tower as a floor plan: rooms on a square of 100 by 100, in the coordinates of {@code x} and {@code y}. */
public record Place(String name, List<Room> rooms) {
    /** A rectangle of the plan; {@code x} grows to the right, {@code y} downwards. */
    public record Room(String name, double x, double y, double width, double height) {
        public Room {
            name = Check.text("name", name);
            Check.within("x", x, 0, 100);
            Check.within("y", y, 0, 100);
            Check.positive("width", width);
            Check.positive("height", height);
            Check.that(
                    x + width <= 100 && y + height <= 100, "the room \"" + name + "\" leaves the plan of 100 by 100.");
        }
    }

    public Place {
        name = Check.text("name", name);
        rooms = Check.some("rooms", rooms);
        Check.unlike("rooms", rooms, Room::name);
    }
}
