package coldtide.core.log;

/** To which session each row of a user belongs: the last one of the same install that begins with it or before. */
public final class SessionRows {
    /** In place of a session where a row belongs to none, being passive. */
    public static final int NONE = -1;

    private final EventLog log;
    private final Shard shard;
    private int person;
    private boolean hasOneInstall;

    public SessionRows(EventLog log, Shard shard) {
        this.log = log;
        this.shard = shard;
    }

    /** Goes to a user. */
    public void person(int person) {
        this.person = person;
        int face = shard.faceFrom[person] + 1;
        while (face < shard.faceFrom[person + 1] && shard.faceInstall[face] == shard.faceInstall[face - 1]) {
            face++;
        }
        hasOneInstall = face == shard.faceFrom[person + 1];
    }

    /** The session of a row of the user, by its place in the shard, or {@link #NONE}. */
    public int of(int row) {
        if (log.isPassive(shard.eventName[row])) {
            return NONE;
        }
        int session = Shard.lastUpTo(shard.sessionRow, shard.sessionFrom[person], shard.sessionFrom[person + 1], row);
        if (!hasOneInstall) {
            long install = install(row);
            while (install(shard.sessionRow[session]) != install) {
                session--;
            }
        }
        return session;
    }

    private long install(int row) {
        return shard.faceInstall[shard.faceFrom[person] + shard.runFace[shard.runOf(person, row)]];
    }
}
