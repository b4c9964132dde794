package coldtide.core.anomaly;

import coldtide.core.anomaly.counts.Rate;
import coldtide.core.anomaly.counts.SliceByDay;
import coldtide.core.anomaly.counts.Spans;
import coldtide.core.anomaly.detect.Change;
import coldtide.core.anomaly.detect.Drop;
import coldtide.core.anomaly.detect.DropDetector;
import coldtide.core.anomaly.detect.ExpectedRangeDrops;
import coldtide.core.filter.value.PropertyValue;
import coldtide.core.log.EventLog;
import coldtide.core.scan.ScanRunner;
import coldtide.core.tidetable.Figure;
import coldtide.core.time.DayRange;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;

/**
 * Whether what fell is back since something was done about it, and what remains. One pass of a slice; of all users the bands that are
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
    public record Fall(Figure figure, List<PropertyValue> slice, DayRange days, boolean isCounted, Change change) {}

    /** What can be said of a fall without looking at it: nothing before it, and nothing of few days. */
    private static Optional<Recovery> unknown(DayRange fall, DayRange days) {
        if (days.from().isBefore(fall.from())) {
            return Optional.of(new Recovery(State.BEFORE_THE_FALL, days, Change.UNKNOWN));
        }
        return days.days() < LEAST_DAYS
                ? Optional.of(new Recovery(State.TOO_EARLY, days, Change.UNKNOWN))
                : Optional.empty();
    }

    /** The full days since, or the day itself where there are none. */
    private static DayRange since(EventLog log, LocalDate since) {
        LocalDate end = log.endOfFullDays();
        return new DayRange(since, since.isBefore(end) ? end : since.plusDays(1));
    }

    /** @param changes of the same log */
    public static Recovery of(
            EventLog log, ScanRunner runner, Changes.Question question, Changes changes, Fall fall, LocalDate since) {
        DayRange days = since(log, since);
        return unknown(fall.days(), days).orElseGet(() -> {
            Change change = fall.isCounted()
                    ? counted(log, runner, question, fall, days)
                    : ExpectedRangeDrops.change(
                            changes.bands().get(fall.figure()),
                            ExpectedRangeDrops.values(fall.figure(), changes.days()),
                            log.dayNumber(days.from()),
                            log.dayNumber(days.to()));
            return new Recovery(state(change, fall.change(), fall.figure().isWorseAbove()), days, change);
        });
    }

    /**
     * Of what people chose to have watched.
     *
     * @param fell on which days
     * @param by how much
     */
    public static Recovery of(EventLog log, Changes.ChosenBand chosen, DayRange fell, Change by, LocalDate since) {
        DayRange days = since(log, since);
        return unknown(fell, days).orElseGet(() -> {
            Change change = ExpectedRangeDrops.change(
                    chosen.days(), chosen.of().days(), log.dayNumber(days.from()), log.dayNumber(days.to()));
            return new Recovery(state(change, by, chosen.of().isWorseAbove()), days, change);
        });
    }

    private static Change counted(
            EventLog log, ScanRunner runner, Changes.Question question, Fall fall, DayRange days) {
        SliceByDay.Days counted = runner.run(
                log,
                new SliceByDay(
                        log, DropDetector.profiles(log), question.firstPath(), Rate.of(fall.figure()), fall.slice()));
        return Change.of(counted.against(Spans.since(log, fall.days().from(), days)), 1);
    }

    static State state(Change change, Change fall, boolean rises) {
        if (!change.isKnown()) {
            return State.NOT_TOLD_APART;
        }
        boolean isBetter = change.isBetter(fall, rises);
        if (change.isWorse(rises)) {
            return isBetter ? State.PARTLY : State.STILL;
        }
        return isBetter ? State.BACK : State.NOT_TOLD_APART;
    }
}
