package coldtide.core.stats;

/**
 * Compares many groups each with all users outside the group: pooled test of two proportions. What is the same for every group is computed once.
 */
public final class VersusRestTest {
    /** Fewer of either kind than this, were there no difference, are too few for the test. Common practice, no source. */
    private static final double LEAST_EXPECTED = 5;

    private final double part;
    private final double all;
    private final double leastPeople;
    private final double scale;

    /** @param part of {@code all}, how many are what is counted */
    public VersusRestTest(long part, long all) {
        this.part = part;
        this.all = all;
        leastPeople = LEAST_EXPECTED * all / Math.min(part, all - part);
        scale = all / ((double) part * (all - part));
    }

    /** Whether some are enough to be tested against the others; where nobody is what is counted, or all users, none are. */
    public boolean isTestable(long some) {
        return Math.min(some, all - some) >= leastPeople;
    }

    /**
     * The square of how many standard errors of the test some lie from the others, which is K. Pearson's χ² of the four numbers: to pass
     * over most of very many groups before any test is made.
     *
     * @param own of {@code some}, how many are what is counted
     */
    public double chiSquared(long own, long some) {
        double apart = own * all - part * some;
        return apart == 0 ? 0 : apart * apart * scale / (some * (all - some));
    }
}
