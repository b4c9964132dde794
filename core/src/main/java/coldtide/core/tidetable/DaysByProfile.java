package coldtide.core.tidetable;

import static coldtide.core.tidetable.Count.ACTIVE_PEOPLE;
import static coldtide.core.tidetable.Count.ADVERTS;
import static coldtide.core.tidetable.Count.CAME_BACK_NEXT_DAY;
import static coldtide.core.tidetable.Count.CONVERTED_PAYERS;
import static coldtide.core.tidetable.Count.CONVERTED_PURCHASES;
import static coldtide.core.tidetable.Count.CRASH_FREE_SESSIONS;
import static coldtide.core.tidetable.Count.FIRST_PATHS;
import static coldtide.core.tidetable.Count.FRAME_RATES;
import static coldtide.core.tidetable.Count.FRAME_SAMPLES;
import static coldtide.core.tidetable.Count.GONE_QUIET;
import static coldtide.core.tidetable.Count.INSTALLS;
import static coldtide.core.tidetable.Count.LATER_SESSIONS;
import static coldtide.core.tidetable.Count.LATER_SESSION_MILLIS;
import static coldtide.core.tidetable.Count.NEW_PEOPLE;
import static coldtide.core.tidetable.Count.NEW_THE_DAY_BEFORE;
import static coldtide.core.tidetable.Count.PAYERS;
import static coldtide.core.tidetable.Count.PURCHASES;
import static coldtide.core.tidetable.Count.SESSIONS;
import static coldtide.core.tidetable.Count.SESSION_MILLIS;
import static coldtide.core.tidetable.Count.UNCONVERTED;
import static coldtide.core.tidetable.Count.UNINSTALLS;

import coldtide.core.filter.BitMasks;
import coldtide.core.filter.Conditions;
import coldtide.core.filter.value.PersonProfiles;
import coldtide.core.filter.value.Profiles;
import coldtide.core.log.EventLog;
import coldtide.core.log.Shard;
import coldtide.core.log.rule.RevenueType;
import coldtide.core.scan.Analysis;
import java.util.Collections;
import java.util.EnumSet;
import java.util.Optional;
import java.util.Set;

/**
 * Counts what the days of a log hold, each by the profile of whom it was; not {@link Count#PERSON_DAYS}, which of single days are active
 * users. A day of a user belongs to the profile of its first event, a
 * session and a payment to that of its own event, an arrival, a way back and an uninstall to the user's first. What is kept of it is
 * up to the analysis.
 */
public abstract class DaysByProfile<P, R> implements Analysis<P, R> {
    private static final byte AD = (byte) RevenueType.AD.ordinal();
    private static final byte PURCHASE = (byte) RevenueType.PURCHASE.ordinal();
    private static final byte SUBSCRIPTION = (byte) RevenueType.SUBSCRIPTION.ordinal();

    private static final Set<Count> OF_ARRIVALS =
            EnumSet.of(NEW_PEOPLE, NEW_THE_DAY_BEFORE, CAME_BACK_NEXT_DAY, INSTALLS, UNINSTALLS);
    private static final Set<Count> OF_DAYS = EnumSet.of(ACTIVE_PEOPLE, GONE_QUIET);
    private static final Set<Count> OF_SESSIONS =
            EnumSet.of(SESSIONS, SESSION_MILLIS, LATER_SESSIONS, LATER_SESSION_MILLIS, CRASH_FREE_SESSIONS);
    private static final Set<Count> OF_FRAMES = EnumSet.of(FRAME_SAMPLES, FRAME_RATES);
    private static final Set<Count> OF_PAYMENTS =
            EnumSet.of(PURCHASES, ADVERTS, PAYERS, CONVERTED_PURCHASES, CONVERTED_PAYERS, UNCONVERTED);

    private final EventLog log;
    private final Profiles profiles;
    private final Optional<Conditions.Mask> firstPath;
    private final Set<Count> wanted;
    private final int days;

    /**
     * @param wanted what the analysis keeps; of what has nothing to do with it nothing is looked at, and it may be told more. Money and
     *     purchases come with {@link Count#PURCHASES}
     */
    protected DaysByProfile(EventLog log, Profiles profiles, Optional<Conditions.Mask> firstPath, Set<Count> wanted) {
        this.log = log;
        this.profiles = profiles;
        this.firstPath = wanted.contains(FIRST_PATHS) ? firstPath : Optional.empty();
        this.wanted = wanted;
        days = log.days();
    }

    private boolean wants(Set<Count> counts) {
        return !Collections.disjoint(wanted, counts);
    }

    protected abstract void count(P partial, Count count, int profile, int day, long howMany);

    /**
     * Nothing is kept of money unless the analysis does.
     *
     * @param currency by its code, in which it was paid
     * @param micros millionths of the app's currency
     */
    protected void money(P partial, int revenueType, int profile, int currency, int day, long micros) {}

    /** A purchase, which is counted as one of {@link Count#PURCHASES} besides, in a currency by its code. */
    protected abstract void purchase(P partial, int profile, int currency, int day);

    @Override
    public void scan(Shard shard, P partial) {
        PersonProfiles of = new PersonProfiles(profiles);
        boolean arrivals = wants(OF_ARRIVALS);
        boolean active = wants(OF_DAYS);
        boolean sessions = wants(OF_SESSIONS);
        AppPerformance running = new AppPerformance(log, shard);
        long[] crashed = wanted.contains(CRASH_FREE_SESSIONS) ? running.crashed() : null;
        boolean payments = wants(OF_PAYMENTS);
        long[] path = firstPath.map(mask -> mask.bits(shard)).orElse(null);
        for (int person = shard.person(0); person < shard.people(); person = shard.person(person + 1)) {
            of.go(shard, person);
            if (arrivals) {
                arrival(shard, person, of.first(), partial);
            }
            if (active) {
                active(shard, person, of, partial);
            }
            if (sessions) {
                sessions(shard, person, of, crashed, partial);
            }
            if (payments) {
                payments(shard, person, of, partial);
            }
            if (path != null) {
                int end = shard.eventFrom[person + 1];
                int row = BitMasks.next(path, shard.eventFrom[person], end);
                if (row < end) {
                    count(partial, FIRST_PATHS, of.atRow(row), shard.eventDay[row], 1);
                }
            }
        }
        if (wants(OF_FRAMES)) {
            frames(shard, running, partial);
        }
    }

    private void arrival(Shard shard, int person, int profile, P partial) {
        int first = shard.firstDay[person];
        count(partial, NEW_PEOPLE, profile, first, 1);
        if (first + 1 < days) {
            count(partial, NEW_THE_DAY_BEFORE, profile, first + 1, 1);
            if (DailyTotalsAnalysis.cameBackNextDay(shard, person)) {
                count(partial, CAME_BACK_NEXT_DAY, profile, first + 1, 1);
            }
        }
        for (int i = shard.installFrom[person]; i < shard.installFrom[person + 1]; i++) {
            count(partial, INSTALLS, profile, shard.installDay[i], 1);
        }
        for (int i = shard.uninstallFrom[person]; i < shard.uninstallFrom[person + 1]; i++) {
            count(partial, UNINSTALLS, profile, shard.uninstallDay[i], 1);
        }
    }

    private void active(Shard shard, int person, PersonProfiles of, P partial) {
        int end = shard.activeFrom[person + 1];
        for (int i = shard.activeFrom[person]; i < end; i++) {
            int day = shard.activeDay[i];
            int profile = of.onDay(day);
            count(partial, ACTIVE_PEOPLE, profile, day, 1);
            if (day + 1 < days && (i + 1 == end || shard.activeDay[i + 1] > day + 1)) {
                count(partial, GONE_QUIET, profile, day + 1, 1);
            }
        }
    }

    /** Events of one day and profile of a user are counted together, because most users have several. */
    private void sessions(Shard shard, int person, PersonProfiles of, long[] crashed, P partial) {
        int end = shard.sessionFrom[person + 1];
        for (int from = shard.sessionFrom[person]; from < end; ) {
            int profile = of.atRow(shard.sessionRow[from]);
            int day = shard.sessionDay[from];
            int to = from + 1;
            while (to < end && shard.sessionDay[to] == day && of.atRow(shard.sessionRow[to]) == profile) {
                to++;
            }
            long millis = 0;
            int free = 0;
            for (int i = from; i < to; i++) {
                millis += shard.sessionMillis[i];
                free += crashed == null || BitMasks.has(crashed, i) ? 0 : 1;
            }
            count(partial, SESSIONS, profile, day, to - from);
            count(partial, CRASH_FREE_SESSIONS, profile, day, free);
            count(partial, SESSION_MILLIS, profile, day, millis);
            if (day > shard.firstDay[person]) {
                count(partial, LATER_SESSIONS, profile, day, to - from);
                count(partial, LATER_SESSION_MILLIS, profile, day, millis);
            }
            from = to;
        }
    }

    private void frames(Shard shard, AppPerformance running, P partial) {
        FramesOfDay frames = new FramesOfDay(shard, partial);
        running.frames(shard::person, frames);
        frames.tell();
    }

    /** Adds samples up while they are of one day and profile of a user: there are many of each. */
    private final class FramesOfDay implements AppPerformance.Frames {
        private final Shard shard;
        private final P partial;
        private final PersonProfiles of = new PersonProfiles(profiles);
        private int person = -1;
        private int profile;
        private int day;
        private int samples;
        private long millionths;

        FramesOfDay(Shard shard, P partial) {
            this.shard = shard;
            this.partial = partial;
        }

        @Override
        public void sample(int ofPerson, int row, long ofSample) {
            if (ofPerson != person) {
                tell();
                of.go(shard, ofPerson);
                person = ofPerson;
            }
            int at = of.atRow(row);
            if (at != profile || shard.eventDay[row] != day) {
                tell();
                profile = at;
                day = shard.eventDay[row];
            }
            samples++;
            millionths += ofSample;
        }

        void tell() {
            if (samples > 0) {
                count(partial, FRAME_SAMPLES, profile, day, samples);
                count(partial, FRAME_RATES, profile, day, millionths);
                samples = 0;
                millionths = 0;
            }
        }
    }

    private void payments(Shard shard, int person, PersonProfiles of, P partial) {
        int paidOn = -1;
        int convertedOn = -1;
        for (int i = shard.moneyFrom[person]; i < shard.moneyFrom[person + 1]; i++) {
            int profile = of.atRow(shard.moneyRow[i]);
            int day = shard.moneyDay[i];
            byte type = shard.moneyType[i];
            if (type == PURCHASE) {
                count(partial, PURCHASES, profile, day, 1);
                purchase(partial, profile, shard.moneyCurrency[i], day);
            } else if (type == AD) {
                count(partial, ADVERTS, profile, day, 1);
            }
            if ((type == PURCHASE || type == SUBSCRIPTION) && day != paidOn) {
                count(partial, PAYERS, profile, day, 1);
                paidOn = day;
            }
            if (shard.moneyMicros[i] == Shard.NO_RATE) {
                count(partial, UNCONVERTED, profile, day, 1);
            } else {
                money(partial, type, profile, shard.moneyCurrency[i], day, shard.moneyMicros[i]);
                if (type == PURCHASE) {
                    count(partial, CONVERTED_PURCHASES, profile, day, 1);
                }
                if ((type == PURCHASE || type == SUBSCRIPTION) && day != convertedOn) {
                    count(partial, CONVERTED_PAYERS, profile, day, 1);
                    convertedOn = day;
                }
            }
        }
    }
}
