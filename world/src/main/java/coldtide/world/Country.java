package coldtide.world;

import java.util.List;
import java.util.Set;

/**
 * Where a person lives. Weights, hours and prices are invented.
 *
 * @param weight share of arrivals, relative
 * @param hours difference of local time from the app's zone
 * @param guilty whether the GPU family of the gallery lightning is common there
 */
record Country(
        String code, String language, String currency, double weight, int hours, boolean guilty, List<String> cities) {
    private static final Set<String> PRICE_REGION = Set.of("BR", "MX", "AR", "CL");

    static final List<Country> ALL = List.of(
            of("PT", "pt", "EUR", 9, 0, "Lisboa", "Porto", "Faro"),
            of("ES", "es", "EUR", 8, 1, "Vigo", "Gijon", "Cadiz"),
            of("FR", "fr", "EUR", 8, 1, "Brest", "Nantes"),
            of("DE", "de", "EUR", 9, 1, "Kiel", "Bremen", "Rostock"),
            of("GB", "en", "GBP", 9, 0, "Whitby", "Hull", "Penzance"),
            of("IE", "en", "EUR", 2, 0, "Cork", "Galway"),
            of("US", "en", "USD", 14, -6, "Portland", "Duluth", "Galveston"),
            of("CA", "en", "CAD", 4, -5, "Halifax", "Victoria"),
            guilty("BR", "pt", "BRL", 7, -4, "Recife", "Santos"),
            of("MX", "es", "MXN", 4, -7, "Veracruz", "Ensenada"),
            of("AR", "es", "USD", 2, -4, "Rosario"),
            of("CL", "es", "USD", 2, -4, "Valparaiso"),
            of("IT", "it", "EUR", 5, 1, "Genova", "Bari"),
            of("NL", "nl", "EUR", 3, 1, "Rotterdam"),
            of("BE", "nl", "EUR", 1.5, 1, "Oostende"),
            of("DK", "da", "DKK", 1.5, 1, "Esbjerg"),
            of("NO", "nb", "NOK", 1.5, 1, "Bergen", "Bodo"),
            of("SE", "sv", "SEK", 2, 1, "Visby"),
            of("FI", "fi", "EUR", 1.5, 2, "Turku"),
            of("PL", "pl", "PLN", 3, 1, "Gdynia"),
            guilty("ID", "id", "IDR", 6, 7, "Surabaya", "Makassar"),
            of("JP", "ja", "JPY", 5, 9, "Otaru", "Kochi"),
            of("AU", "en", "AUD", 3, 10, "Hobart", "Fremantle"),
            of("ZA", "en", "USD", 2, 2, "Durban"));

    /** Whether prices change there when they change in one region: that of the southern coasts. */
    boolean pricesChange() {
        return PRICE_REGION.contains(code);
    }

    private static Country of(
            String code, String language, String currency, double weight, int hours, String... cities) {
        return new Country(code, language, currency, weight, hours, false, List.of(cities));
    }

    private static Country guilty(
            String code, String language, String currency, double weight, int hours, String... cities) {
        return new Country(code, language, currency, weight, hours, true, List.of(cities));
    }
}
