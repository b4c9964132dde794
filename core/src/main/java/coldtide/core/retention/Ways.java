package coldtide.core.retention;

import coldtide.core.log.EventLog;
import coldtide.core.log.Shard;
import coldtide.core.time.Grain;
import coldtide.core.who.Conditions;
import coldtide.core.who.EventCondition;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;

/**
 * The ways of coming back that a question looks at, and from what each can be read; the same for all shards.
 *
 * @param lastAge the last that is looked for
 */
record Ways(EventLog log, Periods periods, Following following, List<Way> each, int lastAge) {
    private static final long[] NONE = new long[0];

    static final EventCondition ACTIVE = new EventCondition.Active();

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
    static Ways of(
            EventLog log,
            Conditions conditions,
            Periods periods,
            Following following,
            List<Optional<EventCondition>> ways,
            int lastAge) {
        return new Ways(
                log,
                periods,
                following,
                ways.stream().map(what -> way(log, conditions, following, what)).toList(),
                lastAge);
    }

    /** By way the days from that of arrival on, where these tell all of every way. */
    Optional<long[][]> firstDays(Shard shard) {
        long[][] days = each.stream()
                .map(way -> way.firstDays().map(mask -> mask.bits(shard)).orElse(NONE))
                .toArray(long[][]::new);
        return Arrays.stream(days).allMatch(told -> told.length > 0) ? Optional.of(days) : Optional.empty();
    }

    private static Way way(EventLog log, Conditions conditions, Following following, Optional<EventCondition> asked) {
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
