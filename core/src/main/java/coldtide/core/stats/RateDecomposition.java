package coldtide.core.stats;

/**
 * Kitagawa's decomposition of the difference of two rates into a mix effect and a rate effect for each group. Each effect is taken at the mean of
 * the other factor, so all parts add up to the difference. Source: E. M. Kitagawa, JASA 50 (1955) 1168–1194.
 *
 * @param mix by group, the part that comes from its other share of the whole
 * @param within by group, the part that comes from its other rate
 */
public record RateDecomposition(double[] mix, double[] within) {
    /**
     * Of first less second; by group, how many of how many. A group that only one of them has differs in size alone.
     */
    public static RateDecomposition of(long[] part, long[] whole, long[] otherPart, long[] otherWhole) {
        double all = sum(whole);
        double otherAll = sum(otherWhole);
        double otherShareOfAll = sum(otherPart) / otherAll;
        double shareOfAll = sum(part) / all;
        double middle = (shareOfAll + otherShareOfAll) / 2;
        double[] mix = new double[part.length];
        double[] within = new double[part.length];
        for (int group = 0; group < part.length; group++) {
            if (whole[group] + otherWhole[group] == 0) {
                continue;
            }
            double size = whole[group] / all;
            double otherSize = otherWhole[group] / otherAll;
            double share = whole[group] == 0 ? share(otherPart, otherWhole, group) : share(part, whole, group);
            double otherShare = otherWhole[group] == 0 ? share : share(otherPart, otherWhole, group);
            // Less the middle: what a group of the usual share adds is nothing. It takes nothing from the sum, as sizes
            // add up to 1.
            mix[group] = (size - otherSize) * ((share + otherShare) / 2 - middle);
            within[group] = (size + otherSize) / 2 * (share - otherShare);
        }
        return new RateDecomposition(mix, within);
    }

    public double allMix() {
        return sum(mix);
    }

    public double allWithin() {
        return sum(within);
    }

    private static double share(long[] part, long[] whole, int group) {
        return (double) part[group] / whole[group];
    }

    private static double sum(long[] values) {
        double sum = 0;
        for (long value : values) {
            sum += value;
        }
        return sum;
    }

    private static double sum(double[] values) {
        double sum = 0;
        for (double value : values) {
            sum += value;
        }
        return sum;
    }
}
