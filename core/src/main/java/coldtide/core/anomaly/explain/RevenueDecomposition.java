package coldtide.core.anomaly.explain;

import coldtide.core.anomaly.counts.PaymentsByWeekday;
import coldtide.core.log.rule.RevenueType;
import coldtide.core.stats.LogMeanDivisia;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;

/**
 * Exact breakdown of the change of daily revenue of an incident's users: by type, and within each type into four factors by the log-mean Divisia
 * index. Each day of the incident is compared with the mean of the same weekdays of the four weeks before.
 *
 * @param parts the types with revenue before or after; they add up to revenue, refunds subtracted
 */
public record RevenueDecomposition(List<Part> parts) {
    private static final double MICROS = 1e6;
    private static final int FACTORS = Factor.Of.values().length;

    /**
     * One type of revenue.
     *
     * @param before in units of the app's currency a day; refunds are positive
     * @param after the same, in the days of the incident
     * @param factors whose product it is
     */
    public record Part(RevenueType type, double before, double after, List<Factor> factors) {}

    /**
     * One factor.
     *
     * @param before NaN where there was nothing of which to take it; then it counts as unchanged
     * @param after the same
     * @param adds money a day; those of a part add up to what it changed by
     */
    public record Factor(Of of, double before, double after, double adds) {
        /** What stands for it; each is of one day. */
        public enum Of {
            /** Active users. */
            PEOPLE,
            /** Share of payers who had a payment of the type. */
            SHARE,
            /** Payments for each of them. */
            TIMES,
            /** Money for each payment. */
            WORTH
        }
    }

    /** Money a day, refunds subtracted. */
    public double before() {
        return parts.stream().mapToDouble(part -> sign(part) * part.before()).sum();
    }

    public double after() {
        return parts.stream().mapToDouble(part -> sign(part) * part.after()).sum();
    }

    private static int sign(Part part) {
        return part.type() == RevenueType.REFUND ? -1 : 1;
    }

    /** Empty where no type brought anything, or a day of the week has none before. */
    public static Optional<RevenueDecomposition> of(PaymentsByWeekday.Weeks weeks) {
        if (!weeks.isKnown()) {
            return Optional.empty();
        }
        List<Part> parts = Arrays.stream(RevenueType.values())
                .map(type -> part(type, weeks))
                .filter(part -> part.before() > 0 || part.after() > 0)
                .toList();
        return parts.isEmpty() ? Optional.empty() : Optional.of(new RevenueDecomposition(parts));
    }

    private static Part part(RevenueType type, PaymentsByWeekday.Weeks weeks) {
        double[][] factors = {factors(type, weeks, 0), factors(type, weeks, 1)};
        double[][] known = {factors[0].clone(), factors[1].clone()};
        for (int i = 0; i < FACTORS; i++) {
            for (int span = 0; span < 2; span++) {
                known[span][i] = Double.isNaN(factors[span][i]) ? orNone(factors[1 - span][i]) : factors[span][i];
            }
        }
        double[] adds = LogMeanDivisia.adds(known[0], known[1]);
        return new Part(
                type,
                weeks.micros(type, 0) / MICROS,
                weeks.micros(type, 1) / MICROS,
                IntStream.range(0, FACTORS)
                        .mapToObj(i -> new Factor(Factor.Of.values()[i], factors[0][i], factors[1][i], adds[i]))
                        .toList());
    }

    private static double orNone(double factor) {
        return Double.isNaN(factor) ? 0 : factor;
    }

    private static double[] factors(RevenueType type, PaymentsByWeekday.Weeks weeks, int span) {
        double people = weeks.active(span);
        double payers = weeks.payers(type, span);
        double payments = weeks.payments(type, span);
        return new double[] {people, payers / people, payments / payers, weeks.micros(type, span) / MICROS / payments};
    }
}
