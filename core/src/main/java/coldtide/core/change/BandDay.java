package coldtide.core.change;

/**
 * Where a day of a figure was to be expected by its own past.
 *
 * @param low of a hundred days, two or three lie below
 * @param high as many lie above
 * @param below how likely a value as low as the day's is by chance; of a figure of loss, as high
 */
public record BandDay(double expected, double low, double high, double below) {}
