package coldtide.world.scenario;

import java.util.List;
import java.util.Map;

/**
 * Where a person lives.
 *
 * @param code ISO 3166-1 alpha-2
 * @param weight share of arrivals, relative
 * @param hoursFromZone difference of local time from the app's zone
 * @param gpuFactors how much more common than elsewhere devices of some GPU families are: slices that travel together
 */
public record Country(
        String code,
        String language,
        String currency,
        double weight,
        int hoursFromZone,
        List<String> cities,
        Map<String, Double> gpuFactors) {
    public Country {
        code = Check.text("code", code);
        language = Check.text("language", language);
        AppCard.knownCurrency("currency", currency);
        Check.positive("weight", weight);
        Check.within("hoursFromZone", hoursFromZone, -14, 14);
        cities = Check.some("cities", cities);
        gpuFactors = gpuFactors == null ? Map.of() : Map.copyOf(gpuFactors);
        gpuFactors.forEach(Check::positive);
    }
}
