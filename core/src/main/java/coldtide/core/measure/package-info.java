/**
 * Measures: counts of events, people and sessions, and figures of their properties, by period and group; formulas over them; for
 * how many people a condition holds. Uses {@code log}, {@code scan} and {@code who}.
 */
package coldtide.core.measure;
