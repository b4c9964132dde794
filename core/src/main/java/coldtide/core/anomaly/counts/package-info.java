/**
 * Counts and rates by day and hour of one group of users, with what was expected of them. In: an event log and a
 * group. Out: series, shifts in them, the expected range, the hour of an onset. Start with {@code Rate} and {@code
 * SliceByDay}; {@code ShiftScan} finds a shift in a series. Uses {@code filter}, {@code log}, {@code stats} and {@code
 * tidetable}.
 */
package coldtide.core.anomaly.counts;
