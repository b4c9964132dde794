package coldtide.server.intake;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;

/** What each column of a file becomes, by the names in its header. */
final class Columns {
    static final List<String> NEEDED = List.of("id", "name", "time", "install");

    /** Columns with a meaning of their own; all others are properties. */
    private static final Set<String> OWN = Set.of(
            "id", "source", "name", "time", "received", "install", "account", "amount", "currency", "revenue_type");

    /** Standard properties that stay the same from event to event of an install. */
    private static final Set<String> CONTEXT = Set.of(
            "platform",
            "os_version",
            "app_version",
            "build",
            "device_model",
            "gpu",
            "ram_gb",
            "language",
            "country",
            "region",
            "city",
            "channel",
            "campaign",
            "medium",
            "referrer");

    private static final int MOST_COLUMNS = 300;
    private static final int LONGEST_NAME = 100;

    /** A property and the column it stands in. */
    record Property(String name, int column) {}

    private final List<String> names;
    private final Map<String, Integer> own = new HashMap<>();
    private final List<Property> context = new ArrayList<>();
    private final List<Property> properties = new ArrayList<>();

    /** @throws FileRefused if a needed column is missing, a name stands twice or is over-long, or there are too many */
    Columns(List<String> header) throws FileRefused {
        names = header.stream().map(String::strip).toList();
        if (names.size() > MOST_COLUMNS) {
            throw new FileRefused(
                    "The header has " + names.size() + " columns; a file may have at most " + MOST_COLUMNS + ".");
        }
        Set<String> seen = new HashSet<>();
        for (int column = 0; column < names.size(); column++) {
            place(names.get(column), column, seen);
        }
        List<String> missing =
                NEEDED.stream().filter(name -> !own.containsKey(name)).toList();
        if (!missing.isEmpty()) {
            throw new FileRefused("The header (line 1) has no column " + quoted(missing) + ". A file of events needs "
                    + quoted(NEEDED) + "; it has " + quoted(names) + ".");
        }
    }

    private void place(String name, int column, Set<String> seen) throws FileRefused {
        if (name.isEmpty() || name.length() > LONGEST_NAME) {
            throw new FileRefused("Column " + (column + 1) + " of the header (line 1) has "
                    + (name.isEmpty() ? "no name." : "a name of over " + LONGEST_NAME + " characters."));
        }
        if (!seen.add(name)) {
            throw new FileRefused("The header (line 1) has the column \"" + name + "\" twice.");
        }
        if (OWN.contains(name)) {
            own.put(name, column);
        } else {
            (CONTEXT.contains(name) ? context : properties).add(new Property(name, column));
        }
    }

    private static String quoted(List<String> names) {
        List<String> some = names.size() > 20 ? names.subList(0, 20) : names;
        return "\"" + String.join("\", \"", some) + "\"" + (names.size() > 20 ? " and more" : "");
    }

    int size() {
        return names.size();
    }

    String name(int column) {
        return names.get(column);
    }

    /** The column of a name with a meaning of its own, or -1. */
    int own(String name) {
        return own.getOrDefault(name, -1);
    }

    List<Property> context() {
        return context;
    }

    List<Property> properties() {
        return properties;
    }
}
