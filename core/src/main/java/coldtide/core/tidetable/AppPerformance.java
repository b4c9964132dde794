package coldtide.core.tidetable;

import coldtide.core.filter.BitMasks;
import coldtide.core.log.EventLog;
import coldtide.core.log.SessionRows;
import coldtide.core.log.Shard;
import coldtide.core.log.column.PropertyColumn;
import coldtide.core.log.rule.LogSettings;
import java.util.Optional;
import java.util.function.IntUnaryOperator;

/**
 * Crashes by session and frame rates of the users of a shard.
 */
final class AppPerformance {
    /** The handbook's property of events that say how many frames a second there were. */
    private static final String FRAME_RATE = "fps";
    /** Frame rates are added up in these: sums of whole numbers are the same in whatever order they are made. */
    static final double MILLIONTHS = 1e6;

    /** More of them a second are no frames. */
    private static final double MOST_FRAMES = 10_000;

    /** Told of samples. */
    interface Frames {
        /** @param millionths of a frame a second */
        void sample(int person, int row, long millionths);
    }

    private final EventLog log;
    private final Shard shard;
    private final int crash;

    AppPerformance(EventLog log, Shard shard) {
        this.log = log;
        this.shard = shard;
        crash = log.eventNames().indexOf(LogSettings.CRASH_EVENT);
    }

    /** The first day on which a crash was sent; before it, nobody knows whether there were any. After the log, if there is none. */
    static int firstCrash(EventLog log) {
        int crash = log.eventNames().indexOf(LogSettings.CRASH_EVENT);
        int first = log.days();
        for (Shard shard : log.shards()) {
            int crashes = crash < 0 ? 0 : shard.rowsByName.count(crash);
            for (int i = 0; i < crashes; i++) {
                first = Math.min(first, shard.eventDay[shard.rowsByName.row(crash, i)]);
            }
        }
        return first;
    }

    /** A bit for each session of the shard in which it crashed; those of users who are gone, too. */
    long[] crashed() {
        long[] crashed = BitMasks.of(shard.sessionRow.length);
        int crashes = crash < 0 ? 0 : shard.rowsByName.count(crash);
        SessionRows sessions = new SessionRows(log, shard);
        int person = -1;
        for (int i = 0; i < crashes; i++) {
            int row = shard.rowsByName.row(crash, i);
            if (person < 0 || row >= shard.eventFrom[person + 1]) {
                person = shard.personOf(row);
                sessions.person(person);
            }
            int session = sessions.of(row);
            if (session != SessionRows.NONE) {
                BitMasks.set(crashed, session);
            }
        }
        return crashed;
    }

    /**
     * The samples of one user after another.
     *
     * @param next the next user from one on that is asked about
     */
    void frames(IntUnaryOperator next, Frames frames) {
        Optional<PropertyColumn> known = log.numbers(shard, FRAME_RATE);
        if (known.isEmpty()) {
            return;
        }
        PropertyColumn samples = known.get();
        int at = 0;
        int row = row(samples, at);
        for (int person = next.applyAsInt(0); person < shard.people(); person = next.applyAsInt(person + 1)) {
            while (row < shard.eventFrom[person]) {
                row = row(samples, ++at);
            }
            int end = shard.eventFrom[person + 1];
            while (row < end) {
                double rate = samples.values().at(at);
                if (rate >= 0 && rate <= MOST_FRAMES) {
                    frames.sample(person, row, Math.round(rate * MILLIONTHS));
                }
                row = row(samples, ++at);
            }
        }
    }

    /** Behind all others where there is no more. */
    private static int row(PropertyColumn samples, int at) {
        return at < samples.size() ? samples.row(at) : Integer.MAX_VALUE;
    }
}
