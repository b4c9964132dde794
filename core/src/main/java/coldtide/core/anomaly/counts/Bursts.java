package coldtide.core.anomaly.counts;

import coldtide.core.tidetable.PeriodCounts;
import java.util.Arrays;
import java.util.List;
import java.util.function.IntFunction;

/**
 * Days on which many came at once by one value, as by a campaign. Beside them all others would seem to fall, and afterwards so would those
 * who came.
 */
public final class Bursts {
    /** A value with this part of all on a day, and this many times its usual number, came in a burst. */
    private static final double LEAST = 0.05;

    private static final double TIMES = 2;

    /** By day, what of all came in a burst of one value beyond what is usual of it. */
    private final double[] excess;
    /** By value that ever came in one, the day of its last burst so far by day; -1 before the first. */
    private final int[][] last;

    private Bursts(int days, int slices) {
        excess = new double[days];
        last = new int[slices][];
    }

    /** Bursts of absolute counts. Ratios are unaffected by them and have none. */
    public static Bursts of(Rate rate, int slices, IntFunction<List<PeriodCounts>> days, List<PeriodCounts> all) {
        Bursts bursts = new Bursts(all.size(), slices);
        double[] everybody = rate.over(all);
        for (int slice = 0; slice < slices && rate.under().isEmpty(); slice++) {
            bursts.find(slice, rate.over(days.apply(slice)), everybody);
        }
        return bursts;
    }

    private void find(int slice, double[] over, double[] everybody) {
        int[] lastOn = new int[over.length];
        int latest = -1;
        for (int day = 0; day < over.length; day++) {
            if (day >= ShiftScan.LEAST_BEFORE && over[day] > everybody[day] * LEAST) {
                double usual = usual(over, day);
                if (over[day] > TIMES * usual) {
                    latest = day;
                    excess[day] = Math.max(excess[day], over[day] - usual);
                }
            }
            lastOn[day] = latest;
        }
        if (latest >= 0) {
            last[slice] = lastOn;
        }
    }

    /** The median of the four weeks before. */
    private static double usual(double[] over, int day) {
        double[] before = Arrays.copyOfRange(over, Math.max(0, day - ShiftScan.BEFORE), day);
        Arrays.sort(before);
        return before[before.length / 2];
    }

    /** All users by day without the largest burst of each. */
    public double[] calm(double[] everybody) {
        double[] calm = everybody.clone();
        for (int day = 0; day < calm.length; day++) {
            calm[day] -= excess[day];
        }
        return calm;
    }

    /** Whether a value came in a burst in the eight weeks before a run, or in it: then it has no past to compare with. */
    public boolean touch(int slice, Shift run) {
        if (slice < 0 || slice >= last.length || last[slice] == null) {
            return false;
        }
        int day = last[slice][run.to() - 1];
        return day >= 0 && day >= run.from() - ShiftScan.LONGEST;
    }
}
