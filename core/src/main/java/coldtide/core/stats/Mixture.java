package coldtide.core.stats;

/**
 * A difference of two shares taken apart: what comes of the groups being of other sizes, and what comes of other shares within them.
 * E. M. Kitagawa, JASA 50 (1955) 1168–1194: each taken at the mean of the other, so the two parts add up to the whole difference.
 *
 * @param mix by group, what its other size adds; {@code within}, what its other share adds
 */
public record Mixture(double[] mix, double[] within) {
    /**
     * Of first less second; by group, how many of how many. A group that only one of them has differs in size alone.
     */
    public static Mixture of(long[] part, long[] whole, long[] otherPart, long[] otherWhole) {
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
        return new Mixture(mix, within);
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
