package coldtide.core.funnel.match;

import coldtide.core.filter.BitMasks;
import coldtide.core.filter.Conditions;
import coldtide.core.filter.EventCondition;
import coldtide.core.filter.value.RowValues;
import coldtide.core.filter.value.Value;
import coldtide.core.log.EventLog;
import coldtide.core.log.Shard;
import it.unimi.dsi.fastutil.longs.LongArrayList;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;

/**
 * Reads from a shard the events that matter to a funnel, one user or session after another: from the first entry until the time limit of the last
 * entry has passed. A user without an entry costs one look-up.
 */
final class SequenceReader {
    private final CountingUnits units;
    private final EventLog log;
    private final FunnelQuestion question;
    private final List<Conditions.Mask> steps;
    /** By step; null where nothing is forbidden before it. */
    private final List<Conditions.Mask> forbidden = new ArrayList<>();

    private final Conditions.Mask active;
    private final boolean forbidsAny;
    private final boolean isBackToBack;

    SequenceReader(CountingUnits units) {
        this.units = units;
        log = units.log();
        question = units.question();
        Conditions conditions = units.conditions();
        steps = question.steps().stream()
                .map(step -> conditions.of(log, step.what()))
                .toList();
        question.steps()
                .forEach(step -> forbidden.add(
                        step.forbidden().map(what -> conditions.of(log, what)).orElse(null)));
        active = conditions.of(log, new EventCondition.Active());
        forbidsAny = forbidden.stream().anyMatch(Objects::nonNull);
        isBackToBack = question.order() == Order.BACK_TO_BACK;
    }

    /** Takes one unit after another. */
    interface Each {
        void trail(int person, EventSequence trail);
    }

    /** @param matcher told of each event, and when a trail begins */
    void each(Shard shard, Matcher matcher, Each each) {
        new Reading(shard, matcher, each).go();
    }

    /** In place of a condition where nothing is forbidden. */
    private static final EventCondition NOTHING = EventCondition.named();

    /** Steps as bits, by row. */
    private interface Marks {
        int of(int row);
    }

    private final class Reading extends FunnelTraversal {
        private final Matcher matcher;
        private final Each each;
        private final EventSequence trail = new EventSequence();
        /** The steps a row may be, and those before which it must not happen. */
        private final Marks may;

        private final Marks mayNot;
        /** Rows that may be an entry, and all that matter. */
        private final long[] enters;

        private final long[] matters;
        private final List<RowValues> held;
        /** Numbers for the values that several held properties have together. */
        private final Map<LongArrayList, Long> together = new HashMap<>();

        Reading(Shard shard, Matcher matcher, Each each) {
            super(units, shard);
            this.matcher = matcher;
            this.each = each;
            matters = BitMasks.of(shard.events());
            may = marked(steps, question.steps().stream().map(FunnelStep::what).toList());
            enters = question.order() == Order.ANY_ORDER
                    ? matters.clone()
                    : steps.get(0).bits(shard);
            mayNot = forbidsAny
                    ? marked(
                            forbidden,
                            question.steps().stream()
                                    .map(step -> step.forbidden().orElse(NOTHING))
                                    .toList())
                    : row -> 0;
            if (isBackToBack) {
                BitMasks.or(matters, active.bits(shard));
            }
            held = question.held().stream()
                    .map(property -> new RowValues(log, shard, property))
                    .toList();
        }

        /** A lookup by event name where a step is only a name; otherwise a mark on each row, made beforehand. */
        private Marks marked(List<Conditions.Mask> masks, List<EventCondition> conditions) {
            long[][] bits = masks.stream()
                    .map(mask -> mask == null ? new long[0] : mask.bits(shard))
                    .toArray(long[][]::new);
            for (long[] its : bits) {
                if (its.length > 0) {
                    BitMasks.or(matters, its);
                }
            }
            if (conditions.stream().allMatch(EventCondition.Named.class::isInstance)) {
                int[] ofName = ofNames(conditions);
                return row -> ofName[shard.eventName[row]];
            }
            int[] marks = new int[shard.events()];
            for (int step = 0; step < bits.length; step++) {
                int end = bits[step].length == 0 ? 0 : marks.length;
                for (int row = BitMasks.next(bits[step], 0, end);
                        row < end;
                        row = BitMasks.next(bits[step], row + 1, end)) {
                    marks[row] |= 1 << step;
                }
            }
            return row -> marks[row];
        }

        private int[] ofNames(List<EventCondition> conditions) {
            int[] marks = new int[log.eventNames().size()];
            for (int code = 0; code < marks.length; code++) {
                for (int step = 0; step < conditions.size(); step++) {
                    boolean isIts = ((EventCondition.Named) conditions.get(step))
                            .names()
                            .contains(log.eventNames().get(code));
                    marks[code] |= isIts ? 1 << step : 0;
                }
            }
            return marks;
        }

        void go() {
            go(enters);
        }

        @Override
        void unit(int person, int from, int to, int end) {
            trail.clear();
            matcher.begin();
            if (sessions == null) {
                whole(from, to, end);
            } else {
                session(from, to, end);
            }
            if (trail.size > 0) {
                each.trail(person, trail);
            }
        }

        /** What lies in nobody's window is left out: from it the next entry is gone to. */
        private void whole(int first, int to, int end) {
            long until = Long.MIN_VALUE;
            for (int row = first; row < end; row = BitMasks.next(matters, row + 1, end)) {
                long time = log.millisAt(shard, row);
                if (row < to && BitMasks.has(enters, row)) {
                    until = time + window;
                } else if (time > until) {
                    row = BitMasks.next(enters, row, to);
                    if (row >= to) {
                        break;
                    }
                    time = log.millisAt(shard, row);
                    until = time + window;
                }
                if (add(row, time, row < to)) {
                    break;
                }
            }
        }

        /** Adds an event; whether it is enough. */
        private boolean add(int row, long time, boolean inRange) {
            long value = heldAt(row);
            boolean isEntry = inRange && BitMasks.has(enters, row);
            trail.add(
                    time,
                    may.of(row),
                    mayNot.of(row),
                    value,
                    isEntry,
                    time > lastEntry,
                    isBackToBack && !log.isPassive(shard.eventName[row]),
                    row);
            return matcher.isEnough(trail);
        }

        private long heldAt(int row) {
            if (held.isEmpty()) {
                return 0;
            }
            if (held.size() == 1) {
                RowValues only = held.get(0);
                return only.at(row) ? only.bits() : EventSequence.NOT_HELD;
            }
            LongArrayList all = new LongArrayList(held.size());
            boolean isSet = true;
            for (RowValues each : held) {
                boolean has = each.at(row);
                isSet &= has;
                all.add(has ? each.bits() : Value.NONE);
            }
            return isSet ? together.computeIfAbsent(all, values -> (long) together.size()) : EventSequence.NOT_HELD;
        }

        private void session(int from, int to, int end) {
            boolean entered = false;
            for (int row = BitMasks.next(matters, from, end); row < end; row = BitMasks.next(matters, row + 1, end)) {
                long time = log.millisAt(shard, row);
                if (time > over) {
                    break;
                }
                if (isInSession(row)) {
                    entered |= row < to && BitMasks.has(enters, row);
                    if (entered && add(row, time, row < to)) {
                        break;
                    }
                }
            }
        }
    }
}
