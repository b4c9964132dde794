/**
 * Raw events, one by one. In: an {@code ExtractQuestion}. Out: one page in order, or all events one after another.
 * Start with {@code Extract}. Uses {@code time}, {@code log}, {@code scan} and {@code filter}.
 */
package coldtide.core.extract;
