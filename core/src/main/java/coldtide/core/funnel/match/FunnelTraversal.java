package coldtide.core.funnel.match;

import coldtide.core.filter.BitMasks;
import coldtide.core.log.EventLog;
import coldtide.core.log.SessionRows;
import coldtide.core.log.Shard;

/**
 * Visits the users of a shard that have an entry into the funnel; where sessions are counted, each session of them.
 */
abstract class FunnelTraversal {
    final EventLog log;
    final FunnelQuestion question;
    final Shard shard;
    /** Null where sessions do not matter. */
    final SessionRows sessions;

    final long window;
    /** The session gone to, and the moment of its last event. */
    int session;

    long over;
    /** The last moment of an entry whose window, or session, has passed in the data. */
    long lastEntry;

    private final CountingUnits units;

    FunnelTraversal(CountingUnits units, Shard shard) {
        this.units = units;
        this.shard = shard;
        log = units.log();
        question = units.question();
        sessions = question.unit() == Unit.SESSIONS ? new SessionRows(log, shard) : null;
        window = question.window().toMillis();
        lastEntry = log.dataTo().toEpochMilli() - window;
    }

    /**
     * A user, or a session of theirs, which {@link #session} tells.
     *
     * @param from the first entry, of a session a row not after it
     * @param to the row from which on nothing is an entry
     * @param end the row after the user's last
     */
    abstract void unit(int person, int from, int to, int end);

    /** @param enters the rows that may be an entry, if they are in the range */
    void go(long... enters) {
        long[] people = units.conditions().of(log, question.among()).bits(shard);
        int fromDay = log.dayNumber(question.range().from());
        int toDay = log.dayNumber(question.range().to());
        for (int person = shard.person(0, people); person < shard.people(); person = shard.person(person + 1, people)) {
            int to = shard.firstRow(person, toDay);
            int first = BitMasks.next(enters, shard.firstRow(person, fromDay), to);
            if (first < to) {
                if (sessions == null) {
                    unit(person, first, to, shard.eventFrom[person + 1]);
                } else {
                    sessions(person, first, to);
                }
            }
        }
    }

    /** One session after another; those of several installs may lie in each other. */
    private void sessions(int person, int first, int to) {
        sessions.person(person);
        long dataTo = log.dataTo().toEpochMilli();
        long gap = log.settings().sessionGap().toMillis();
        for (session = shard.sessionFrom[person]; session < shard.sessionFrom[person + 1]; session++) {
            int begins = shard.sessionRow[session];
            over = log.millisAt(shard, begins) + shard.sessionMillis[session];
            if (begins < to && over >= log.millisAt(shard, first)) {
                lastEntry = over + gap > dataTo ? dataTo - window : over;
                unit(person, Math.max(begins, first), to, shard.eventFrom[person + 1]);
            }
        }
    }

    /** Whether a row is one of the session gone to. */
    boolean isInSession(int row) {
        return sessions.of(row) == session;
    }
}
