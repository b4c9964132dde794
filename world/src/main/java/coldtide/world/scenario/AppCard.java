package coldtide.world.scenario;

import java.time.ZoneId;
import java.util.Currency;

/**
 * The app whose people are made.
 *
 * @param currency ISO 4217; in which prices are stated
 */
public record AppCard(String key, String name, ZoneId zone, String currency) {
    public AppCard {
        key = Check.text("key", key);
        name = Check.text("name", name);
        Check.that(zone != null, "\"zone\" must be given.");
        knownCurrency("currency", currency);
    }

    static void knownCurrency(String name, String code) {
        Check.text(name, code);
        try {
            Currency.getInstance(code);
        } catch (IllegalArgumentException e) {
            throw new IllegalArgumentException("\"" + name + "\" is no ISO 4217 code: " + code + ".", e);
        }
    }
}
