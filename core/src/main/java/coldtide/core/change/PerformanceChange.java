package coldtide.core.change;

import java.util.List;

/**
 * How the app ran for a slice and for everybody else, before and after.
 *
 * @param property frame rate, time of loading or memory
 * @param slice of the slice, before and after
 * @param rest of everybody else
 * @param isWorse whether it got worse for the slice by more than for the others
 */
public record PerformanceChange(String property, Pair slice, Pair rest, boolean isWorse) {
    /** Values before and after, how many, lowest tenth and median. */
    public record Pair(Spread before, Spread after) {}

    /** @param lowTenth of ten values, one lies below; NaN of none, as the median */
    public record Spread(int values, double lowTenth, double median) {
        static Spread of(double[] sorted) {
            return new Spread(sorted.length, at(sorted, 0.1), at(sorted, 0.5));
        }

        private static double at(double[] sorted, double share) {
            return sorted.length == 0 ? Double.NaN : sorted[(int) Math.floor(share * (sorted.length - 1))];
        }
    }

    /** What is taken for performance: the standard properties of the handbook, and whether less of it is worse. */
    static final List<String> PROPERTIES = List.of("fps", "load_ms", "memory_mb");

    private static final double MUCH = 0.1;

    static PerformanceChange of(String property, Pair slice, Pair rest) {
        double sign = property.equals("fps") ? -1 : 1;
        double own = sign * moved(slice);
        double others = sign * moved(rest);
        return new PerformanceChange(property, slice, rest, own > MUCH && own > others + MUCH);
    }

    /** By which part the lower values or the median moved, whichever further. */
    private static double moved(Pair pair) {
        double low = Math.log(pair.after().lowTenth() / pair.before().lowTenth());
        double middle = Math.log(pair.after().median() / pair.before().median());
        return Math.abs(low) > Math.abs(middle) ? low : middle;
    }
}
