package coldtide.core.anomaly.counts;

import java.time.Instant;

/**
 * An outage: hours in which hardly any event arrived from any user.
 *
 * @param from start of the first hour that fell short
 * @param to end of the last
 * @param expected events, by the same hours of the weeks before and by how busy the day was otherwise
 * @param actual events
 */
public record Outage(Instant from, Instant to, double expected, double actual) {}
