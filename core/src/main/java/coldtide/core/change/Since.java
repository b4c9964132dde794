package coldtide.core.change;

import coldtide.core.time.DayRange;
import java.time.LocalDate;
import java.util.function.Function;

/**
 * How something lies after its fall ended.
 *
 * @param from the first day that is looked at: the first after the fall, or where it came back little by little, as with the rollout of what
 *     mended it, the first from which on it is back
 * @param change over the full days from then on; unknown of fewer than three
 * @param isBack whether it is over: these days are not told to lie on the bad side; and where they are not all since the fall, they are
 *     told apart from it and from those before them, so that it is not only their being few that tells nothing
 */
public record Since(LocalDate from, Change change, boolean isBack) {
    /** Of a longer fall, too few days since say nothing. */
    private static final int WEEK = 7;

    /**
     * Looks at all days since, and if these lie on the bad side at fewer and fewer of the last. Costs two changes a day.
     *
     * @param fell on which days
     * @param by how much
     * @param end of the full days
     * @param changes how it changed over some days
     */
    static Since of(DayRange fell, Change by, boolean isWorseAbove, LocalDate end, Function<DayRange, Change> changes) {
        LocalDate first = fell.to();
        LocalDate last = end.minusDays(Recovery.LEAST_DAYS);
        if (first.isAfter(last)) {
            return new Since(first, Change.UNKNOWN, first.isBefore(end) && fell.days() <= WEEK);
        }
        Change whole = changes.apply(new DayRange(first, end));
        if (!whole.isWorse(isWorseAbove)) {
            return new Since(first, whole, true);
        }
        return first.plusDays(1)
                .datesUntil(last.plusDays(1))
                .map(from -> new Since(from, changes.apply(new DayRange(from, end)), true))
                .filter(since -> Recovery.state(since.change, by, isWorseAbove) == Recovery.State.BACK)
                .filter(since -> since.change.isBetter(changes.apply(new DayRange(first, since.from)), isWorseAbove))
                .findFirst()
                .orElse(new Since(first, whole, false));
    }

    /** Of what has no days since that tell anything. */
    static Since over(LocalDate from) {
        return new Since(from, Change.UNKNOWN, true);
    }
}
