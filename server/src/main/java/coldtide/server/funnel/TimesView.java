package coldtide.server.funnel;

import coldtide.core.funnel.FunnelAnswer.Times;
import io.swagger.v3.oas.annotations.media.Schema;
import java.util.List;

/** Times between steps in milliseconds, as JSON; null where no unit took the step. */
record TimesView(
        @Schema(types = {"number", "null"}) Double quarter,
        @Schema(types = {"number", "null"}) Double median,
        @Schema(types = {"number", "null"}) Double threeQuarters,
        @Schema(types = {"number", "null"}) Double nineTenths,
        List<Long> counts) {
    static TimesView of(Times times) {
        return new TimesView(
                known(times.quarter()),
                known(times.median()),
                known(times.threeQuarters()),
                known(times.nineTenths()),
                times.counts());
    }

    private static Double known(double value) {
        return Double.isNaN(value) ? null : value;
    }
}
