package coldtide.core.anomaly.counts;

import coldtide.core.log.EventLog;
import coldtide.core.time.DayRange;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.Optional;
import java.util.stream.DoubleStream;

/**
 * By the hour, when a fall began: a change point of Poisson counts around the day that was found, of unknown level on both sides, with the
 * hours that the likelihood does not tell from the likeliest (D. Siegmund, International Statistical Review 56 (1988) 31–48).
 *
 * @param likeliest start of the hour with which it most likely began
 * @param from start of the first hour that is not told from it; nine times of ten at least the true one lies between
 * @param to end of the last
 */
public record Onset(Instant likeliest, Instant from, Instant to) {
    /** Looked at on both sides of the day that was found. */
    static final int DAYS = 3;
    /** A wider span is not told by the hour. */
    private static final Duration WIDEST = Duration.ofHours(48);
    /** By how much hours may be less likely; larger than for a mean, since a change point has no normal error. */
    private static final double LESS_LIKELY = 3.5;
    /** Users do things in runs. Common practice, no source. */
    private static final double SCATTER = 1.5;

    /** Hours as positions of what was looked at. */
    record Hours(int likeliest, int from, int to) {}

    /**
     * @param actual counts by hour
     * @param expected the same were nothing to change, but for a factor
     * @return empty where nothing fell, or where it may have begun before or after what is looked at
     */
    public static Optional<Hours> of(double[] actual, double[] expected, double scatter) {
        int hours = actual.length;
        double[] likelihood = new double[hours];
        double allActual = DoubleStream.of(actual).sum();
        double allExpected = DoubleStream.of(expected).sum();
        double actualBefore = 0;
        double expectedBefore = 0;
        int best = 0;
        for (int hour = 0; hour < hours; hour++) {
            likelihood[hour] =
                    likelihood(actualBefore, expectedBefore, allActual - actualBefore, allExpected - expectedBefore);
            best = likelihood[hour] > likelihood[best] ? hour : best;
            actualBefore += actual[hour];
            expectedBefore += expected[hour];
        }
        double least = likelihood[best] - LESS_LIKELY * scatter;
        if (!Double.isFinite(least) || likelihood[0] >= least || likelihood[hours - 1] >= least) {
            return Optional.empty();
        }
        int from = best;
        int to = best;
        for (int hour = 0; hour < hours; hour++) {
            if (likelihood[hour] >= least) {
                from = Math.min(from, hour);
                to = Math.max(to, hour);
            }
        }
        return Optional.of(new Hours(best, from, to));
    }

    /** Log-likelihood of a drop between two spans, without the terms that all hours share. A rise gives the likelihood of no drop. */
    private static double likelihood(double before, double expectedBefore, double after, double expectedAfter) {
        boolean isFall = before * expectedAfter > after * expectedBefore;
        return isFall
                ? part(before, expectedBefore) + part(after, expectedAfter)
                : part(before + after, expectedBefore + expectedAfter);
    }

    private static double part(double actual, double expected) {
        return actual <= 0 || expected <= 0 ? 0 : actual * Math.log(actual / expected);
    }

    /** The days that are looked at for a fall. */
    public static DayRange around(EventLog log, DayRange fall) {
        LocalDate from = fall.from().minusDays(DAYS);
        LocalDate to = fall.from().plusDays(DAYS);
        return new DayRange(
                from.isBefore(log.firstDay()) ? log.firstDay() : from, to.isAfter(fall.to()) ? fall.to() : to);
    }

    /** @param expected by day of the log */
    public static Optional<Onset> of(EventLog log, HoursOfSlice.Counts counts, DayRange days, double[] expected) {
        int[] starts = new int[days.days() + 1];
        for (int day = 0; day < days.days(); day++) {
            starts[day + 1] = starts[day] + log.calendar().hoursOf(days.from().plusDays(day));
        }
        double[] actual = new double[starts[starts.length - 1]];
        double[] usual = new double[actual.length];
        for (int day = 0; day < days.days(); day++) {
            int ofLog = log.dayNumber(days.from().plusDays(day));
            for (int hour = 0; hour < starts[day + 1] - starts[day]; hour++) {
                actual[starts[day] + hour] = counts.of(ofLog, hour);
                usual[starts[day] + hour] = expected[ofLog] * counts.part(hour);
            }
        }
        Instant begin = log.calendar().startOf(days.from());
        return of(actual, usual, SCATTER)
                .map(found -> new Onset(
                        begin.plus(found.likeliest(), ChronoUnit.HOURS),
                        begin.plus(found.from(), ChronoUnit.HOURS),
                        begin.plus(found.to() + 1L, ChronoUnit.HOURS)))
                .filter(onset -> Duration.between(onset.from(), onset.to()).compareTo(WIDEST) <= 0);
    }
}
