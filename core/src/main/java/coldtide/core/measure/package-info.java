/**
 * Metrics by period and group. In: a {@code MeasureQuestion}. Out: counts of events, users and sessions, and numbers
 * about properties, with formulas over them. Start with {@code Measures}; {@code MeasurePass} scans for one metric,
 * {@code Grouping} numbers the groups. Uses {@code time}, {@code log}, {@code scan} and {@code filter}.
 */
package coldtide.core.measure;
