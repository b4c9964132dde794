package coldtide.core.change;

import java.time.LocalDate;

/**
 * What an advert network pays for one day of one platform, as it counted by itself.
 *
 * @param adverts that ran to their end
 * @param micros millionths of a unit of the currency, ISO 4217
 */
public record Settlement(LocalDate day, String platform, long adverts, long micros, String currency) {}
