package coldtide.core.place;

import coldtide.core.place.PlaceAnswer.Side;
import it.unimi.dsi.fastutil.longs.Long2ObjectOpenHashMap;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;

/** Counts of a level map while it is computed, by side and square. Of the user at hand, what they did in each square until they are over. */
final class PlaceCounts {
    /** One user in one square. */
    private static final class Here {
        private int events;
        private double sum;
        private int values;
    }

    private final List<Map<Long, Square>> squares = new ArrayList<>();
    private final List<Map<Long, Here>> person = new ArrayList<>();
    private final long[] people;
    private final long[] events;
    private boolean tooMany;

    PlaceCounts(int sides) {
        people = new long[sides];
        events = new long[sides];
        for (int side = 0; side < sides; side++) {
            squares.add(new Long2ObjectOpenHashMap<>());
            person.add(new Long2ObjectOpenHashMap<>());
        }
    }

    private static long key(int x, int y) {
        return (long) y << 32 | x & 0xFFFF_FFFFL;
    }

    static int x(long key) {
        return (int) key;
    }

    static int y(long key) {
        return (int) (key >> 32);
    }

    /** @param value of the property; NaN for none */
    void event(int side, int x, int y, double value, boolean keepsValues) {
        long key = key(x, y);
        Map<Long, Square> known = squares.get(side);
        if (known.size() >= Places.MOST_SQUARES && !known.containsKey(key)) {
            tooMany = true;
            return;
        }
        events[side]++;
        Here here = person.get(side).computeIfAbsent(key, fresh -> new Here());
        here.events++;
        Square square = known.computeIfAbsent(key, fresh -> new Square());
        if (!Double.isNaN(value)) {
            here.sum += value;
            here.values++;
            if (keepsValues) {
                square.addValue(value);
            }
        }
    }

    void endOfPerson() {
        for (int side = 0; side < people.length; side++) {
            Map<Long, Here> of = person.get(side);
            if (!of.isEmpty()) {
                people[side]++;
                Map<Long, Square> known = squares.get(side);
                of.forEach((key, here) -> known.get(key).add(here.events, here.sum, here.values));
                of.clear();
            }
        }
    }

    void add(PlaceCounts other) {
        tooMany |= other.tooMany;
        for (int side = 0; side < people.length; side++) {
            people[side] += other.people[side];
            events[side] += other.events[side];
            Map<Long, Square> known = squares.get(side);
            other.squares
                    .get(side)
                    .forEach((key, square) ->
                            known.computeIfAbsent(key, fresh -> new Square()).add(square));
        }
    }

    boolean isTooMany() {
        return tooMany || squares.stream().anyMatch(each -> each.size() > Places.MOST_SQUARES);
    }

    List<Side> sides() {
        List<Side> sides = new ArrayList<>();
        for (int side = 0; side < people.length; side++) {
            sides.add(new Side(people[side], events[side]));
        }
        return sides;
    }

    List<Map<Long, Square>> squares() {
        return squares;
    }
}
