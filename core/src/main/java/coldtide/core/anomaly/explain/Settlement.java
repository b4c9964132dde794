package coldtide.core.anomaly.explain;

import java.time.LocalDate;

/**
 * Settlement of an advert network for one day and platform: adverts and money by its own count.
 *
 * @param adverts that ran to their end
 * @param micros millionths of a unit of the currency, ISO 4217
 */
public record Settlement(LocalDate day, String platform, long adverts, long micros, String currency) {}
