/**
 * The headline metrics. In: a {@code TideTableQuestion}. Out: each metric by period, with the period before. Start with
 * {@code TideTable}; {@code Figure} lists the metrics, {@code PeriodAnalysis} counts them. Uses {@code time}, {@code
 * log}, {@code scan} and {@code filter}.
 */
package coldtide.core.tidetable;
