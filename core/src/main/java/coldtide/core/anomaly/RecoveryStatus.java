package coldtide.core.anomaly;

import coldtide.core.anomaly.detect.Change;
import coldtide.core.time.DayRange;
import java.time.LocalDate;
import java.util.function.Function;

/**
 * Whether a metric has recovered after a drop ended.
 *
 * @param from first day that is looked at: the first day after the drop, or, where it came back step by step as with the rollout of a fix, the first day
 *     on which it is back
 * @param change change over the full days since then, compared with before the drop; unknown for fewer than three days
 * @param isBack whether it has recovered: these days are not significantly worse than before, and, if they are not all days since the drop, they differ
 *     significantly from the drop and from the days before them. So few days alone never count as a recovery
 */
public record RecoveryStatus(LocalDate from, Change change, boolean isBack) {
    /** Days after a drop of more than a week that are needed before its recovery is judged. */
    private static final int WEEK = 7;

    /**
     * Looks at all days since the drop. If these are significantly worse than before, looks at fewer and fewer of the last days. Cost: two
     * changes a day.
     *
     * @param fell days of the drop
     * @param by change during the drop
     * @param end day after the last full day
     * @param changes computes the change over a range of days
     */
    static RecoveryStatus of(
            DayRange fell, Change by, boolean isWorseAbove, LocalDate end, Function<DayRange, Change> changes) {
        LocalDate first = fell.to();
        LocalDate last = end.minusDays(Recovery.LEAST_DAYS);
        if (first.isAfter(last)) {
            return new RecoveryStatus(first, Change.UNKNOWN, first.isBefore(end) && fell.days() <= WEEK);
        }
        Change whole = changes.apply(new DayRange(first, end));
        if (!whole.isWorse(isWorseAbove)) {
            return new RecoveryStatus(first, whole, true);
        }
        return first.plusDays(1)
                .datesUntil(last.plusDays(1))
                .map(from -> new RecoveryStatus(from, changes.apply(new DayRange(from, end)), true))
                .filter(since -> Recovery.state(since.change, by, isWorseAbove) == Recovery.State.BACK)
                .filter(since -> since.change.isBetter(changes.apply(new DayRange(first, since.from)), isWorseAbove))
                .findFirst()
                .orElse(new RecoveryStatus(first, whole, false));
    }

    /** State of a drop that is over, where the days after it are too few to compare. */
    static RecoveryStatus over(LocalDate from) {
        return new RecoveryStatus(from, Change.UNKNOWN, true);
    }
}
