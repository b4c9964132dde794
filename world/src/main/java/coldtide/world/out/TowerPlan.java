package coldtide.world.out;

import coldtide.world.scenario.Place;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Locale;

/** The floor plan of a beacon's tower as SVG, in the coordinates of an event's {@code x} and {@code y}. */
public final class TowerPlan {
    private static final String HEAD = """
            <svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 100 100" role="img" aria-label="NAME">
              <title>NAME</title>
              <g fill="none" stroke="#4a5a66" stroke-linejoin="round" font-family="sans-serif">
            """;

    private TowerPlan() {}

    /** Writes every tower: level-1.svg and so on. */
    static void write(List<Place> places, Path folder) throws IOException {
        Files.createDirectories(folder);
        for (int i = 0; i < places.size(); i++) {
            Files.writeString(folder.resolve("level-" + (i + 1) + ".svg"), svg(places.get(i)), StandardCharsets.UTF_8);
        }
    }

    /** One tower. */
    public static String svg(Place place) {
        String name = escaped(place.name());
        StringBuilder svg = new StringBuilder(HEAD.replace("NAME", name));
        place.rooms().forEach(room -> draw(room, svg));
        return svg.append("  </g>\n</svg>\n").toString();
    }

    private static void draw(Place.Room room, StringBuilder svg) {
        String box = "x=\"%s\" y=\"%s\" width=\"%s\" height=\"%s\""
                .formatted(number(room.x()), number(room.y()), number(room.width()), number(room.height()));
        svg.append("    <rect ").append(box).append(" stroke-width=\"0.8\"/>\n");
        if (room.name().contains("stair")) {
            steps(room, svg);
        }
        double size = Math.min(3, 1.7 * room.width() / room.name().length());
        String place = "x=\"%s\" y=\"%s\" font-size=\"%s\""
                .formatted(number(room.x() + room.width() / 2), number(room.y() + size * 1.4), number(size));
        svg.append("    <text ").append(place).append(" fill=\"#4a5a66\" stroke=\"none\" text-anchor=\"middle\">");
        svg.append(escaped(room.name())).append("</text>\n");
    }

    /** Treads across the lower part of the room. */
    private static void steps(Place.Room room, StringBuilder svg) {
        double top = room.y() + room.height() * 0.45;
        double bottom = room.y() + room.height() * 0.95;
        for (int i = 1; i < 8; i++) {
            String x = number(room.x() + room.width() * i / 8);
            String tread = "M%s %sV%s".formatted(x, number(top), number(bottom));
            svg.append("    <path d=\"").append(tread).append("\" stroke-width=\"0.3\"/>\n");
        }
    }

    private static String number(double value) {
        return String.format(Locale.ROOT, "%.2f", value).replaceAll("\\.?0+$", "");
    }

    private static String escaped(String text) {
        return text.replace("&", "&amp;")
                .replace("<", "&lt;")
                .replace(">", "&gt;")
                .replace("\"", "&quot;");
    }
}
