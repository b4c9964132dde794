package coldtide.core.change;

import coldtide.core.log.EventLog;
import coldtide.core.scan.ScanRunner;
import coldtide.core.tidetable.Figure;
import coldtide.core.time.DayRange;
import coldtide.core.who.Having;
import java.time.LocalDate;
import java.util.List;

/**
 * Whether what fell is back since something was done about it, and what remains. One pass of a slice; of everybody the bands that are
 * there.
 *
 * @param days from the day on which it should help to the last full one
 * @param change over these days against what is expected; unknown where nothing can be said
 */
public record Recovery(State state, DayRange days, Change change) {
    /** Fewer days tell nothing: what is new was hardly updated to. */
    static final int LEAST_DAYS = 3;

    /** What can be said. */
    public enum State {
        /** Not told apart from what is expected, and told apart from the fall. */
        BACK,
        /** Still below, and told apart from the fall. */
        PARTLY,
        /** Still below, as far as can be told as much as before. */
        STILL,
        /** Neither is told apart. */
        NOT_TOLD_APART,
        /** Fewer than three full days. */
        TOO_EARLY,
        /** It was done before the fall began, so it is nothing that it could mend. */
        BEFORE_THE_FALL
    }

    /**
     * What fell.
     *
     * @param days from the first on which it lay below
     * @param isCounted as of a {@link Drop}
     * @param change by how much
     */
    public record Fall(Figure figure, List<Having> slice, DayRange days, boolean isCounted, Change change) {}

    /** @param changes of the same log */
    public static Recovery of(
            EventLog log, ScanRunner runner, Changes.Question question, Changes changes, Fall fall, LocalDate since) {
        LocalDate end = log.endOfFullDays();
        DayRange days = new DayRange(since, since.isBefore(end) ? end : since.plusDays(1));
        if (since.isBefore(fall.days().from())) {
            return new Recovery(State.BEFORE_THE_FALL, days, Change.UNKNOWN);
        }
        if (since.plusDays(LEAST_DAYS).isAfter(end)) {
            return new Recovery(State.TOO_EARLY, days, Change.UNKNOWN);
        }
        Change change = fall.isCounted()
                ? counted(log, runner, question, fall, days)
                : BandDrops.change(
                        changes.bands().get(fall.figure()),
                        BandDrops.values(fall.figure(), changes.days()),
                        log.dayNumber(since),
                        log.dayNumber(end));
        return new Recovery(state(change, fall), days, change);
    }

    private static Change counted(
            EventLog log, ScanRunner runner, Changes.Question question, Fall fall, DayRange days) {
        SliceByDay.Days counted = runner.run(
                log,
                new SliceByDay(log, Watch.profiles(log), question.firstPath(), Rate.of(fall.figure()), fall.slice()));
        return Change.of(counted.against(Spans.since(log, fall.days().from(), days)), 1);
    }

    private static State state(Change change, Fall fall) {
        if (!change.isKnown()) {
            return State.NOT_TOLD_APART;
        }
        boolean rises = fall.figure().isWorseAbove();
        boolean isBelow = rises ? change.low() > 0 : change.high() < 0;
        boolean isBetter = rises
                ? change.high() < fall.change().low()
                : change.low() > fall.change().high();
        if (isBelow) {
            return isBetter ? State.PARTLY : State.STILL;
        }
        return isBetter ? State.BACK : State.NOT_TOLD_APART;
    }
}
