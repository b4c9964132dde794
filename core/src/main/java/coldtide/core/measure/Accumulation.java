package coldtide.core.measure;

/**
 * Accumulation of a metric over periods: each, cumulative or trailing. Users are counted once in each result, never summed.
 *
 * @param kind single periods, cumulative, or rolling
 * @param periods length of a rolling window in periods, the period itself included; otherwise 1
 */
public record Accumulation(Kind kind, int periods) {
    public static final Accumulation EACH = new Accumulation(Kind.EACH, 1);
    public static final Accumulation CUMULATIVE = new Accumulation(Kind.CUMULATIVE, 1);
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

    public Accumulation {
        if (kind == Kind.TRAILING ? periods < 2 || periods > MOST_TRAILING : periods != 1) {
            throw new IllegalArgumentException(
                    "A trailing course looks back over 2 to " + MOST_TRAILING + " periods, not " + periods + ".");
        }
    }

    public static Accumulation trailing(int periods) {
        return new Accumulation(Kind.TRAILING, periods);
    }
}
