package coldtide.core.log;

import it.unimi.dsi.fastutil.ints.IntArrayList;
import it.unimi.dsi.fastutil.longs.LongArrayList;

/** The installs met so far of the user being built, with the open session of each. Searched in line: there are few. */
final class InstallsOfPerson {
    private static final int NO_SESSION = -1;

    private final IntArrayList installs = new IntArrayList();
    private final IntArrayList sessions = new IntArrayList();
    private final LongArrayList lastActive = new LongArrayList();
    private boolean isNew;

    void clear() {
        installs.clear();
        sessions.clear();
        lastActive.clear();
    }

    /** The place of {@code install} here; {@link #isNew()} then says whether it was just met. */
    int indexOf(int install) {
        int index = installs.indexOf(install);
        isNew = index < 0;
        if (!isNew) {
            return index;
        }
        installs.add(install);
        sessions.add(NO_SESSION);
        lastActive.add(0);
        return installs.size() - 1;
    }

    boolean isNew() {
        return isNew;
    }

    boolean hasSession(int index) {
        return sessions.getInt(index) != NO_SESSION;
    }

    int session(int index) {
        return sessions.getInt(index);
    }

    long lastActive(int index) {
        return lastActive.getLong(index);
    }

    void active(int index, long timeMillis, int session) {
        lastActive.set(index, timeMillis);
        sessions.set(index, session);
    }
}
