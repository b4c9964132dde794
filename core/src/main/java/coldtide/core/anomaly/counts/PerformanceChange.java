package coldtide.core.anomaly.counts;

import java.util.Arrays;
import java.util.List;

/**
 * Performance of the app (frame rate, loading, crashes) for a group and for all other users, before and after.
 *
 * @param property frame rate, time of loading or memory
 * @param slice of the slice, before and after
 * @param rest of all other users
 * @param isWorse whether it got worse for the slice, by more than for the others and than chance lets expect
 */
public record PerformanceChange(String property, Pair slice, Pair rest, boolean isWorse) {
    /**
     * Values before and after, how many, lowest tenth and median.
     *
     * @param distance by how many standard errors more values than before lie on the bad side of what was the lowest tenth, or the median
     */
    public record Pair(Spread before, Spread after, double distance) {
        /** @param sign -1 where less is worse */
        public static Pair of(double[] before, double[] after, int sign) {
            return new Pair(
                    Spread.of(before),
                    Spread.of(after),
                    Math.max(distance(before, after, sign, LOW), distance(before, after, sign, 0.5)));
        }

        private static double distance(double[] before, double[] after, int sign, double share) {
            if (before.length == 0 || after.length == 0) {
                return 0;
            }
            double edge = Spread.at(before, sign < 0 ? share : 1 - share);
            double was = beyond(before, edge, sign);
            double is = beyond(after, edge, sign);
            double all = (was * before.length + is * after.length) / (before.length + after.length);
            double error = IN_RUNS * Math.sqrt(all * (1 - all) * (1.0 / before.length + 1.0 / after.length));
            return error == 0 ? 0 : (is - was) / error;
        }

        private static double beyond(double[] values, double edge, int sign) {
            return (double) Arrays.stream(values)
                            .filter(value -> sign * (value - edge) > 0)
                            .count()
                    / values.length;
        }
    }

    /** @param lowTenth of ten values, one lies below; NaN of none, as the median */
    public record Spread(int values, double lowTenth, double median) {
        public static Spread of(double[] sorted) {
            return new Spread(sorted.length, at(sorted, LOW), at(sorted, 0.5));
        }

        private static double at(double[] sorted, double share) {
            return sorted.length == 0 ? Double.NaN : sorted[(int) Math.floor(share * (sorted.length - 1))];
        }
    }

    /** What is taken for performance: the standard properties of the handbook. */
    public static final List<String> PROPERTIES = List.of("fps", "load_ms", "memory_mb");

    private static final double LOW = 0.1;
    private static final double MUCH = 0.1;
    /** Values come in runs, from one user in one place, so they err as if there were fewer. Common practice, no source. */
    private static final double IN_RUNS = 2;
    /** In standard errors, of a few properties in each of some incidents. */
    private static final double LEAST_DISTANCE = 4;

    /** @param slice before and after, each ascending, as {@code rest} */
    public static PerformanceChange of(String property, double[][] slice, double[][] rest) {
        int sign = sign(property);
        Pair own = Pair.of(slice[0], slice[1], sign);
        Pair others = Pair.of(rest[0], rest[1], sign);
        double moved = sign * moved(own);
        boolean isWorse = moved > MUCH && moved > sign * moved(others) + MUCH && own.distance() > LEAST_DISTANCE;
        return new PerformanceChange(property, own, others, isWorse);
    }

    /** -1 where less is worse. */
    static int sign(String property) {
        return property.equals("fps") ? -1 : 1;
    }

    /** Relative move of the lowest tenth or of the median, whichever is larger. */
    private static double moved(Pair pair) {
        double low = Math.log(pair.after().lowTenth() / pair.before().lowTenth());
        double middle = Math.log(pair.after().median() / pair.before().median());
        return Math.abs(low) > Math.abs(middle) ? low : middle;
    }
}
