/**
 * Compares two groups of users. In: a {@code ContrastQuestion}. Out: each metric and event with its difference,
 * interval and corrected p-value. Start with {@code Contrast}. Uses {@code time}, {@code log}, {@code stats}, {@code
 * scan} and {@code filter}.
 */
package coldtide.core.contrast;
