package coldtide.core.funnel;

import coldtide.core.log.EventLog;
import coldtide.core.log.SessionRows;
import coldtide.core.log.Shard;
import coldtide.core.who.Bits;
import coldtide.core.who.Conditions;
import coldtide.core.who.EventCondition;
import coldtide.core.who.RowValues;
import coldtide.core.who.Value;
import it.unimi.dsi.fastutil.longs.LongArrayList;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;

/**
 * Reads out of shards what a funnel looks at, unit by unit: from the first entry on, until the last one's window has passed. Whoever
 * has no entry costs a look for it.
 */
final class Trails {
    private final EventLog log;
    private final FunnelQuestion question;
    private final List<Conditions.Mask> steps;
    /** By step; null where nothing is forbidden before it. */
    private final List<Conditions.Mask> forbidden = new ArrayList<>();

    private final Conditions.Mask active;
    private final Conditions.Mask among;
    private final boolean forbidsAny;
    private final boolean isBackToBack;
    /** Whether nothing is said of what lies between steps. */
    private final boolean isPlain;
    /** The steps with which one enters, as bits. */
    private final int entry;

    private final int fromDay;
    private final int toDay;
    private final long window;
    private final long dataTo;

    Trails(EventLog log, Conditions conditions, FunnelQuestion question) {
        this.log = log;
        this.question = question;
        steps = question.steps().stream()
                .map(step -> conditions.of(log, step.what()))
                .toList();
        question.steps()
                .forEach(step -> forbidden.add(
                        step.forbidden().map(what -> conditions.of(log, what)).orElse(null)));
        active = conditions.of(log, new EventCondition.Active());
        among = conditions.of(log, question.among());
        forbidsAny = forbidden.stream().anyMatch(Objects::nonNull);
        isBackToBack = question.order() == Order.BACK_TO_BACK;
        isPlain = !isBackToBack && !forbidsAny && question.held().isEmpty();
        entry = question.order() == Order.ANY_ORDER ? -1 : 1;
        fromDay = log.dayNumber(question.range().from());
        toDay = log.dayNumber(question.range().to());
        window = question.window().toMillis();
        dataTo = log.dataTo().toEpochMilli();
    }

    /** Takes one unit after another. */
    interface Each {
        void trail(int person, Trail trail);
    }

    /** @param matcher told of each event, and when a trail begins */
    void each(Shard shard, Matcher matcher, Each each) {
        new Reading(shard, matcher, each).read();
    }

    /** In place of a condition where nothing is forbidden. */
    private static final EventCondition NOTHING = EventCondition.named();

    /** Steps as bits, by row. */
    private interface Marks {
        int of(int row);
    }

    private final class Reading {
        private final Shard shard;
        private final Matcher matcher;
        private final Each each;
        private final Trail trail = new Trail();
        /** The steps a row may be, and those before which it must not happen. */
        private final Marks may;

        private final Marks mayNot;
        /** Rows that may be an entry, and all that matter. */
        private final long[] enters;

        private final long[] matters;
        private final List<RowValues> held;
        /** Numbers for the values that several held properties have together. */
        private final Map<LongArrayList, Long> together = new HashMap<>();

        private final SessionRows sessions;

        Reading(Shard shard, Matcher matcher, Each each) {
            this.shard = shard;
            this.matcher = matcher;
            this.each = each;
            matters = Bits.of(shard.events());
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
                Bits.or(matters, active.bits(shard));
            }
            held = question.held().stream()
                    .map(property -> new RowValues(log, shard, property))
                    .toList();
            sessions = question.unit() == Unit.SESSIONS ? new SessionRows(log, shard) : null;
        }

        /** Where names tell it all, a row's name is looked up; else marks are put on all rows before. */
        private Marks marked(List<Conditions.Mask> masks, List<EventCondition> conditions) {
            long[][] bits = masks.stream()
                    .map(mask -> mask == null ? new long[0] : mask.bits(shard))
                    .toArray(long[][]::new);
            for (long[] its : bits) {
                if (its.length > 0) {
                    Bits.or(matters, its);
                }
            }
            if (conditions.stream().allMatch(EventCondition.Named.class::isInstance)) {
                int[] ofName = ofNames(conditions);
                return row -> ofName[shard.eventName[row]];
            }
            int[] marks = new int[shard.events()];
            for (int step = 0; step < bits.length; step++) {
                int end = bits[step].length == 0 ? 0 : marks.length;
                for (int row = Bits.next(bits[step], 0, end); row < end; row = Bits.next(bits[step], row + 1, end)) {
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

        void read() {
            long[] people = among.bits(shard);
            for (int person = shard.person(0, people);
                    person < shard.people();
                    person = shard.person(person + 1, people)) {
                int to = shard.firstRow(person, toDay);
                int first = Bits.next(enters, shard.firstRow(person, fromDay), to);
                if (first < to) {
                    if (sessions == null) {
                        whole(person, first, to);
                    } else {
                        sessions(person, first, to);
                    }
                }
            }
        }

        /** What lies in nobody's window is left out: from it the next entry is gone to. */
        private void whole(int person, int first, int to) {
            trail.clear();
            matcher.begin();
            int end = shard.eventFrom[person + 1];
            long until = Long.MIN_VALUE;
            for (int row = first; row < end; row = Bits.next(matters, row + 1, end)) {
                int its = may.of(row);
                boolean isEntry = isEntry(row, its, to);
                if (isPlain && !isEntry && (its & matcher.near) == 0) {
                    continue;
                }
                long time = log.millisAt(shard, row);
                if (!isEntry && time > until) {
                    row = Bits.next(enters, row, to);
                    if (row >= to) {
                        break;
                    }
                    time = log.millisAt(shard, row);
                    its = may.of(row);
                    isEntry = true;
                }
                until = isEntry ? time + window : until;
                if (add(row, time, its, isEntry, time + window > dataTo)) {
                    break;
                }
            }
            finish(person);
        }

        private void finish(int person) {
            if (trail.size > 0) {
                each.trail(person, trail);
            }
        }

        /** Adds an event; whether it is enough. */
        private boolean add(int row, long time, int its, boolean isEntry, boolean isOpen) {
            trail.add(time, its, isEntry, isOpen, row);
            if (!isPlain) {
                trail.between(mayNot.of(row), heldAt(row), isBackToBack && !log.isPassive(shard.eventName[row]));
            }
            return matcher.isEnough(trail);
        }

        private boolean isEntry(int row, int its, int to) {
            return row < to && (its & entry) != 0;
        }

        private long heldAt(int row) {
            if (held.isEmpty()) {
                return 0;
            }
            if (held.size() == 1) {
                RowValues only = held.get(0);
                return only.at(row) ? only.bits() : Trail.NOT_HELD;
            }
            LongArrayList all = new LongArrayList(held.size());
            boolean isSet = true;
            for (RowValues each : held) {
                boolean has = each.at(row);
                isSet &= has;
                all.add(has ? each.bits() : Value.NONE);
            }
            return isSet ? together.computeIfAbsent(all, values -> (long) together.size()) : Trail.NOT_HELD;
        }

        /** One session after another; those of several installs may lie in each other. */
        private void sessions(int person, int first, int to) {
            sessions.person(person);
            int end = shard.eventFrom[person + 1];
            for (int session = shard.sessionFrom[person]; session < shard.sessionFrom[person + 1]; session++) {
                int begins = shard.sessionRow[session];
                long over = log.millisAt(shard, begins) + shard.sessionMillis[session];
                if (begins < to && over >= log.millisAt(shard, first)) {
                    session(person, session, over, first, to, end);
                }
            }
        }

        private void session(int person, int session, long over, int first, int to, int end) {
            trail.clear();
            matcher.begin();
            boolean mayGoOn = over + log.settings().sessionGap().toMillis() > dataTo;
            boolean entered = false;
            int begins = shard.sessionRow[session];
            int from = Math.max(begins, first);
            for (int row = Bits.next(matters, from, end); row < end; row = Bits.next(matters, row + 1, end)) {
                long time = log.millisAt(shard, row);
                if (time > over) {
                    break;
                }
                if (sessions.of(row) == session) {
                    int its = may.of(row);
                    boolean isEntry = isEntry(row, its, to);
                    entered |= isEntry;
                    if (entered && add(row, time, its, isEntry, mayGoOn && time + window > dataTo)) {
                        break;
                    }
                }
            }
            finish(person);
        }
    }
}
