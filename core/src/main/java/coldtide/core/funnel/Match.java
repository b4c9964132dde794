package coldtide.core.funnel;

import java.util.Arrays;

/** How far one attempt got, and by which events of its trail. */
final class Match {
    static final int NONE = -1;

    /** By step, the place in the trail of the event that did it, or {@link #NONE}. */
    final int[] at;
    /** The last step that was reached; {@link #NONE} where nobody entered, or that is not known yet. */
    int deepest = NONE;
    /** The place of the entry. */
    int entry = NONE;

    Match(int steps) {
        at = new int[steps];
        clear();
    }

    void clear() {
        Arrays.fill(at, NONE);
        deepest = NONE;
        entry = NONE;
    }

    boolean reached(int step) {
        return at[step] != NONE;
    }

    void copy(Match other) {
        System.arraycopy(other.at, 0, at, 0, at.length);
        deepest = other.deepest;
        entry = other.entry;
    }
}
