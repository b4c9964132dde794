package coldtide.core.measure;

/**
 * How the periods of a measure go together. People are counted once in each, never summed.
 *
 * @param kind which
 * @param periods over how many periods {@link Kind#TRAILING} looks back, the period itself among them; else 1
 */
public record Course(Kind kind, int periods) {
    public static final Course EACH = new Course(Kind.EACH, 1);
    public static final Course CUMULATIVE = new Course(Kind.CUMULATIVE, 1);
    private static final int MOST_TRAILING = 366;

    /** The ways there are. */
    public enum Kind {
        /** Each period by itself. */
        EACH,
        /** From the start of the range to the end of the period. */
        CUMULATIVE,
        /** So many periods ending with each, those before the range among them. */
        TRAILING
    }

    public Course {
        if (kind == Kind.TRAILING ? periods < 2 || periods > MOST_TRAILING : periods != 1) {
            throw new IllegalArgumentException(
                    "A trailing course looks back over 2 to " + MOST_TRAILING + " periods, not " + periods + ".");
        }
    }

    public static Course trailing(int periods) {
        return new Course(Kind.TRAILING, periods);
    }
}
