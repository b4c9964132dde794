package coldtide.core.retention.cohort;

import coldtide.core.filter.Conditions;
import coldtide.core.filter.EventCondition;
import coldtide.core.log.EventLog;
import coldtide.core.log.Shard;
import coldtide.core.time.Grain;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;

/**
 * All return criteria of a question, and the columns of the log from which each is read. Shared by all shards.
 *
 * @param log the events
 * @param periods the cohorts' periods
 * @param following the definition of the cohorts
 * @param each the criteria, in the order of the question
 * @param lastAge the highest age that is asked for
 */
public record ReturnCriteria(EventLog log, Periods periods, CohortDefinition following, List<Way> each, int lastAge) {
    private static final long[] NONE = new long[0];

    public static final EventCondition ACTIVE = new EventCondition.Active();

    /**
     * One of them.
     *
     * @param isStart whether a start is a return itself
     * @param rows the events that count
     * @param days the active days on which some of them lie; empty where every active day counts, or ages are not told by days
     * @param firstDays the days from that of arrival on; empty where these are not the ages
     */
    record Way(
            boolean isStart,
            Conditions.Mask rows,
            Optional<Conditions.Mask> days,
            Optional<Conditions.Mask> firstDays) {}

    /** @param ways by way the events that count; empty for any activity */
    public static ReturnCriteria of(
            EventLog log,
            Conditions conditions,
            Periods periods,
            CohortDefinition following,
            List<Optional<EventCondition>> ways,
            int lastAge) {
        return new ReturnCriteria(
                log,
                periods,
                following,
                ways.stream().map(what -> way(log, conditions, following, what)).toList(),
                lastAge);
    }

    /** By way the days from that of arrival on, where these tell all of every way. */
    public Optional<long[][]> firstDays(Shard shard) {
        long[][] days = each.stream()
                .map(way -> way.firstDays().map(mask -> mask.bits(shard)).orElse(NONE))
                .toArray(long[][]::new);
        return Arrays.stream(days).allMatch(told -> told.length > 0) ? Optional.of(days) : Optional.empty();
    }

    private static Way way(
            EventLog log, Conditions conditions, CohortDefinition following, Optional<EventCondition> asked) {
        EventCondition what = asked.orElse(ACTIVE);
        boolean isStart = following.isStart(asked);
        boolean isOfArrivals = following.start().what().isEmpty();
        boolean afterFirst = isOfArrivals && !isStart;
        boolean byCalendar = following.clock() == Clock.CALENDAR;
        return new Way(
                isStart,
                conditions.of(log, what),
                byCalendar && !(what.equals(ACTIVE) && !afterFirst)
                        ? Optional.of(conditions.activeDays(log, what, afterFirst))
                        : Optional.empty(),
                byCalendar && isOfArrivals && following.grain() == Grain.DAY
                        ? Optional.of(conditions.firstDays(log, what, afterFirst))
                        : Optional.empty());
    }
}
