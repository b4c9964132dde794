package coldtide.core.anomaly.counts;

/**
 * The expected range of one day of a metric.
 *
 * @param expected the forecast
 * @param low lower limit; two or three of a hundred ordinary days lie below it
 * @param high upper limit; as many lie above it
 * @param below probability of a value at or below the actual one by chance; at or above it, for a metric of which more is worse
 */
public record ExpectedRangeDay(double expected, double low, double high, double below) {}
