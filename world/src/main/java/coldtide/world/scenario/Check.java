package coldtide.world.scenario;

import java.util.Collection;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.function.Function;

/** What the parts of a scenario ask of their values; each refusal is a sentence. */
final class Check {
    private Check() {}

    static void that(boolean holds, String otherwise) {
        if (!holds) {
            throw new IllegalArgumentException(otherwise);
        }
    }

    /** @return the text without blanks around it */
    static String text(String name, String value) {
        String text = value == null ? "" : value.strip();
        that(!text.isEmpty(), "\"" + name + "\" must be given.");
        return text;
    }

    static void within(String name, double value, double least, double most) {
        that(
                value >= least && value <= most,
                "\"" + name + "\" must be from " + plain(least) + " to " + plain(most) + ", not " + plain(value) + ".");
    }

    static void positive(String name, double value) {
        that(value > 0 && Double.isFinite(value), "\"" + name + "\" must be greater than 0, not " + plain(value) + ".");
    }

    /** @return an unmodifiable copy; an absent list is empty */
    static <T> List<T> list(List<T> values) {
        return values == null ? List.of() : List.copyOf(values);
    }

    /** @return an unmodifiable copy */
    static <T> List<T> some(String name, List<T> values) {
        that(values != null && !values.isEmpty(), "\"" + name + "\" must have at least one entry.");
        return List.copyOf(values);
    }

    static <T> void unlike(String name, Collection<T> values, Function<T, Object> key) {
        Set<Object> seen = new HashSet<>();
        for (T value : values) {
            that(seen.add(key.apply(value)), "\"" + name + "\" has " + key.apply(value) + " twice.");
        }
    }

    private static String plain(double value) {
        return value == Math.rint(value) && Math.abs(value) < 1e15 ? Long.toString((long) value) : "" + value;
    }
}
