package coldtide.core.log;

import it.unimi.dsi.fastutil.ints.IntArrayList;
import java.util.Arrays;

/**
 * The sessions of one person after another, found again from their rows: which session each row belongs to and with which it
 * begins. In the order in which they stand in the shard. Costs a pass over the person's rows.
 */
public final class SessionWalk {
    /** In place of a session where a row belongs to none, being passive. */
    public static final int NONE = -1;

    private final EventLog log;
    private final Shard shard;
    private final long gapMillis;
    private final InstallsOfPerson seen = new InstallsOfPerson();
    private final IntArrayList firstRows = new IntArrayList();
    private int[] sessionOf = new int[256];
    private int from;

    public SessionWalk(EventLog log, Shard shard) {
        this.log = log;
        this.shard = shard;
        gapMillis = log.settings().sessionGap().toMillis();
    }

    /** Goes through a person's rows; returns how many sessions they have. */
    public int person(int person) {
        seen.clear();
        firstRows.clear();
        from = shard.eventFrom[person];
        int end = shard.eventFrom[person + 1];
        if (end - from > sessionOf.length) {
            sessionOf = new int[2 * (end - from)];
        }
        Arrays.fill(sessionOf, 0, end - from, NONE);
        for (int run = shard.runFrom[person]; run < shard.runFrom[person + 1]; run++) {
            // Installs are told apart by their faces: an install may have several, one for each account it names.
            int face = firstFaceOfInstall(person, shard.runFace[run]);
            int runEnd = run + 1 < shard.runFrom[person + 1] ? shard.runRow[run + 1] : end;
            for (int row = shard.runRow[run]; row < runEnd; row++) {
                if (!log.isPassive(shard.eventName[row])) {
                    sessionOf[row - from] = session(seen.indexOf(face), row);
                }
            }
        }
        return firstRows.size();
    }

    private int session(int install, int row) {
        long time = log.millisAt(shard, row);
        int session = firstRows.size();
        if (seen.hasSession(install) && time - seen.lastActive(install) <= gapMillis) {
            session = seen.session(install);
        } else {
            firstRows.add(row);
        }
        seen.active(install, time, session);
        return session;
    }

    private int firstFaceOfInstall(int person, int face) {
        int first = shard.faceFrom[person];
        for (int other = 0; other < face; other++) {
            if (shard.faceInstall[first + other] == shard.faceInstall[first + face]) {
                return other;
            }
        }
        return face;
    }

    /** The session of a row of the person, or {@link #NONE}. */
    public int of(int row) {
        return sessionOf[row - from];
    }

    /** The row with which a session of the person begins. */
    public int firstRow(int session) {
        return firstRows.getInt(session);
    }
}
