package coldtide.server.anomaly;

import coldtide.core.anomaly.explain.RevenueDecomposition;
import coldtide.core.log.rule.RevenueType;
import io.swagger.v3.oas.annotations.media.Schema;
import java.util.List;

/** Revenue a day in units of the app's currency, before and in the days of an incident, taken apart exactly. */
record BreakUpView(double before, double after, List<RevenuePartView> parts) {
    /** One type of revenue. */
    record RevenuePartView(RevenueType type, double before, double after, List<RevenueFactorView> factors) {}

    /** One of its factors; null where there was nothing of which to take it. */
    record RevenueFactorView(
            RevenueDecomposition.Factor.Of of,
            @Schema(types = {"number", "null"}) Double before,
            @Schema(types = {"number", "null"}) Double after,
            double adds) {}

    static BreakUpView of(RevenueDecomposition breakUp) {
        return new BreakUpView(
                breakUp.before(),
                breakUp.after(),
                breakUp.parts().stream().map(BreakUpView::part).toList());
    }

    private static RevenuePartView part(RevenueDecomposition.Part part) {
        return new RevenuePartView(
                part.type(),
                part.before(),
                part.after(),
                part.factors().stream()
                        .map(factor -> new RevenueFactorView(
                                factor.of(),
                                IncidentView.orNull(factor.before()),
                                IncidentView.orNull(factor.after()),
                                factor.adds()))
                        .toList());
    }
}
