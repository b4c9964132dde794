package coldtide.server.funnel;

import coldtide.core.funnel.FunnelAnswer.Versus;
import coldtide.core.stats.Difference;

/**
 * Two shares beside each other.
 *
 * @param part of {@code whole}, beside {@code othersPart} of {@code othersWhole}
 * @param difference of the first less the second, with its 95 % interval
 * @param adjusted p-value corrected for all that the answer compares
 */
record VersusView(
        long part,
        long whole,
        long othersPart,
        long othersWhole,
        double difference,
        double low,
        double high,
        double adjusted) {
    static VersusView of(Versus versus) {
        Difference difference = versus.difference();
        return new VersusView(
                versus.own().part(),
                versus.own().whole(),
                versus.others().part(),
                versus.others().whole(),
                difference.value(),
                difference.low(),
                difference.high(),
                versus.adjusted());
    }
}
