package coldtide.core.funnel.match;

import java.util.Arrays;

/** One attempt of a unit: the steps it reached, and the events that are these steps. */
public final class Match {
    public static final int NONE = -1;

    /** By step, the place in the trail of the event that did it, or {@link #NONE}. */
    public final int[] at;
    /** The last step that was reached; {@link #NONE} where nobody entered, or that is not known yet. */
    public int deepest = NONE;
    /** The place of the entry. */
    public int entry = NONE;

    Match(int steps) {
        at = new int[steps];
        clear();
    }

    void clear() {
        Arrays.fill(at, NONE);
        deepest = NONE;
        entry = NONE;
    }

    public boolean reached(int step) {
        return at[step] != NONE;
    }

    void copy(Match other) {
        System.arraycopy(other.at, 0, at, 0, at.length);
        deepest = other.deepest;
        entry = other.entry;
    }
}
