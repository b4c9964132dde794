package coldtide.core.release;

import coldtide.core.log.EventLog;
import coldtide.core.log.Shard;
import coldtide.core.log.column.PropertyColumn;
import coldtide.core.log.rule.LogSettings;
import coldtide.core.log.rule.RevenueType;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Optional;

/**
 * The days of users while a release rolled out, each with its measurements. Days are compared within a cell: the same day of the rollout,
 * among users with equal activity in the two weeks before it and since. New users are compared with new users of the same day. A user counts
 * for the release that was installed when the day began; the day of the update counts for the release before.
 */
final class PersonDays {
    /** What a day of a user adds to. */
    interface Sink {
        /**
         * @param place of the release and the measure
         * @param side 1 for a user on the release, 0 for a user who is not
         * @param over what is counted, in {@link Measured#parts()}
         * @param under of what: 1 for a day, samples of a mean
         */
        void add(int place, int cell, int side, long over, int under);

        /** All of a user was added. */
        void personEnds();
    }

    /** Active days in the two weeks before: none, up to two, up to six, more. */
    private static final int BEFORE_CLASSES = 4;
    /** And since it began: one, up to three, more. */
    private static final int SINCE_CLASSES = 3;
    /** Both together; then those who arrived since. */
    private static final int CLASSES = BEFORE_CLASSES * SINCE_CLASSES + 1;

    static final int CELLS = CLASSES * Rollouts.LONGEST;

    private static final int ARRIVED = CLASSES - 1;
    private static final int BEFORE = 14;
    private static final int FEW = 2;
    private static final int SOME = 6;
    private static final int THREE = 3;
    private static final int A_WEEK = 7;
    private static final byte PURCHASE = (byte) RevenueType.PURCHASE.ordinal();
    private static final byte AD = (byte) RevenueType.AD.ordinal();
    private static final List<Measured> MEANS = List.of(Measured.FPS, Measured.LOAD_MS, Measured.MEMORY_MB);

    private final EventLog log;
    private final Rollouts rollouts;
    private final int crash;
    private final int full;

    PersonDays(EventLog log, Rollouts rollouts) {
        this.log = log;
        this.rollouts = rollouts;
        crash = log.eventNames().indexOf(LogSettings.CRASH_EVENT);
        full = log.dayNumber(log.endOfFullDays());
    }

    /** Every measure of every release has a place of its own. */
    static int place(int about, Measured measured) {
        return about * Measured.values().length + measured.ordinal();
    }

    int places() {
        return rollouts.size() * Measured.values().length;
    }

    void go(Shard shard, Sink sink) {
        Pass pass = new Pass(shard, sink);
        for (int person = shard.person(0); person < shard.people(); person = shard.person(person + 1)) {
            pass.go(person);
        }
    }

    /** One pass over a shard. */
    private final class Pass {
        private final Shard shard;
        private final Sink sink;
        private final List<Optional<PropertyColumn>> means;
        private final long[] counts = new long[Measured.values().length];
        private int about;
        private int cell;
        private int side;

        Pass(Shard shard, Sink sink) {
            this.shard = shard;
            this.sink = sink;
            means = MEANS.stream()
                    .map(measured -> log.numbers(shard, measured.name().toLowerCase(Locale.ROOT)))
                    .toList();
        }

        void go(int person) {
            boolean any = false;
            for (int i = shard.activeFrom[person]; i < shard.activeFrom[person + 1]; i++) {
                int day = shard.activeDay[i];
                about = day < full ? rollouts.about(shard.activeRelease[i], day) : Rollouts.NONE;
                if (about != Rollouts.NONE) {
                    any = true;
                    int since = day - rollouts.starts(about);
                    if (shard.firstDay[person] < rollouts.starts(about)) {
                        if (!wasThere(person, i)) {
                            continue;
                        }
                        // As the day began: who opens the app more often is more likely to have it by the evening.
                        side = rollouts.isOn(shard.activeRelease[i - 1], about) ? 1 : 0;
                        cell = classOf(person, i) * Rollouts.LONGEST + since;
                        known(person, i, day);
                    } else if (day == shard.firstDay[person]) {
                        side = rollouts.isOn(shard.activeRelease[i], about) ? 1 : 0;
                        cell = ARRIVED * Rollouts.LONGEST + since;
                        arrived(person, day);
                    }
                }
            }
            if (any) {
                sink.personEnds();
            }
        }

        /**
         * Whether the user was active on the same platform since it began: who was not could not have it yet, and is away more often;
         * whoever changes devices is on another release by that.
         */
        private boolean wasThere(int person, int active) {
            return active > shard.activeFrom[person]
                    && shard.activeDay[active - 1] >= rollouts.starts(about)
                    && rollouts.isSamePlatform(shard.activeRelease[active - 1], shard.activeRelease[active]);
        }

        private int classOf(int person, int active) {
            int before = 0;
            int began = rollouts.starts(about);
            int i = shard.activeFrom[person];
            for (; shard.activeDay[i] < began; i++) {
                before += shard.activeDay[i] >= began - BEFORE ? 1 : 0;
            }
            int since = active - i;
            int ofBefore = before == 0 ? 0 : before <= FEW ? 1 : before <= SOME ? 2 : 3;
            int ofSince = since <= 1 ? 0 : since <= THREE ? 1 : 2;
            return ofBefore * SINCE_CLASSES + ofSince;
        }

        private void known(int person, int active, int day) {
            Arrays.fill(counts, 0);
            sessions(person, day);
            payments(person, day);
            add(Measured.SESSIONS);
            add(Measured.MINUTES);
            add(Measured.PURCHASES);
            add(Measured.ADVERTS);
            if (day + 1 < full) {
                boolean back = active + 1 < shard.activeFrom[person + 1] && shard.activeDay[active + 1] == day + 1;
                add(Measured.CAME_BACK, back ? 1 : 0, 1);
            }
            rows(person, day);
        }

        private void add(Measured measured) {
            add(measured, counts[measured.ordinal()], 1);
        }

        private void add(Measured measured, long over, int under) {
            sink.add(place(about, measured), cell, side, over, under);
        }

        private void sessions(int person, int day) {
            for (int i = shard.sessionFrom[person]; i < shard.sessionFrom[person + 1]; i++) {
                if (shard.sessionDay[i] == day) {
                    counts[Measured.SESSIONS.ordinal()]++;
                    counts[Measured.MINUTES.ordinal()] += shard.sessionMillis[i];
                }
            }
        }

        private void payments(int person, int day) {
            for (int i = shard.moneyFrom[person]; i < shard.moneyFrom[person + 1]; i++) {
                if (shard.moneyDay[i] == day) {
                    counts[Measured.PURCHASES.ordinal()] += shard.moneyType[i] == PURCHASE ? 1 : 0;
                    counts[Measured.ADVERTS.ordinal()] += shard.moneyType[i] == AD ? 1 : 0;
                }
            }
        }

        /** Crashes, and the means of what events carry. */
        private void rows(int person, int day) {
            int from = shard.firstRow(person, day);
            int to = from;
            while (to < shard.eventFrom[person + 1] && shard.eventDay[to] == day) {
                counts[Measured.CRASHES.ordinal()] += shard.eventName[to] == crash ? 1 : 0;
                to++;
            }
            if (crash >= 0) {
                add(Measured.CRASHES);
            }
            for (int mean = 0; mean < MEANS.size(); mean++) {
                if (means.get(mean).isPresent()) {
                    mean(MEANS.get(mean), means.get(mean).get(), from, to);
                }
            }
        }

        private void mean(Measured measured, PropertyColumn column, int from, int to) {
            long sum = 0;
            int samples = 0;
            for (int i = column.firstFrom(from); i < column.size() && column.row(i) < to; i++) {
                sum += Math.round(column.values().at(i) * measured.parts());
                samples++;
            }
            if (samples > 0) {
                add(measured, sum, samples);
            }
        }

        private void arrived(int person, int day) {
            later(Measured.DAY_1, person, day, 1);
            later(Measured.DAY_7, person, day, A_WEEK);
        }

        private void later(Measured measured, int person, int day, int days) {
            if (day + days < full) {
                boolean back = Arrays.binarySearch(
                                shard.activeDay, shard.activeFrom[person], shard.activeFrom[person + 1], (short)
                                        (day + days))
                        >= 0;
                add(measured, back ? 1 : 0, 1);
            }
        }
    }
}
