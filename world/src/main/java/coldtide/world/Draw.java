package coldtide.world;

import java.util.List;
import java.util.SplittableRandom;
import java.util.function.ToDoubleFunction;

/** Random draws of one person: always the same for the same seed and number. */
final class Draw {
    private final SplittableRandom random;

    Draw(long seed, long number) {
        // Odd multiplier from SplitMix64 (Steele, Lea & Flood, OOPSLA 2014), so that neighbouring numbers differ
        // everywhere.
        random = new SplittableRandom(seed ^ (number + 1) * 0x9E3779B97F4A7C15L);
    }

    boolean chance(double probability) {
        return random.nextDouble() < probability;
    }

    double unit() {
        return random.nextDouble();
    }

    double between(double low, double high) {
        return low + (high - low) * random.nextDouble();
    }

    int below(int bound) {
        return random.nextInt(bound);
    }

    /** How many failures before the first success, of mean {@code mean}. */
    int geometric(double mean) {
        return (int) (Math.log1p(-random.nextDouble()) / Math.log(mean / (1 + mean)));
    }

    double exponential(double mean) {
        return -mean * Math.log1p(-random.nextDouble());
    }

    /** A share between 0 and 1 with mass at both ends or either; Kumaraswamy, J. Hydrology 46 (1980). */
    double share(double a, double b) {
        return Math.pow(1 - Math.pow(1 - random.nextDouble(), 1 / b), 1 / a);
    }

    <T> T pick(List<T> from) {
        return from.get(random.nextInt(from.size()));
    }

    <T> T pick(List<T> from, ToDoubleFunction<T> weight) {
        double total = 0;
        for (T each : from) {
            total += weight.applyAsDouble(each);
        }
        double at = random.nextDouble() * total;
        for (T each : from) {
            at -= weight.applyAsDouble(each);
            if (at < 0) {
                return each;
            }
        }
        return from.get(from.size() - 1);
    }

    /** An index drawn by ascending cumulative weights. */
    int byCumulative(double[] cumulative) {
        double at = random.nextDouble() * cumulative[cumulative.length - 1];
        int low = 0;
        int high = cumulative.length - 1;
        while (low < high) {
            int middle = (low + high) >>> 1;
            if (cumulative[middle] > at) {
                high = middle;
            } else {
                low = middle + 1;
            }
        }
        return low;
    }
}
