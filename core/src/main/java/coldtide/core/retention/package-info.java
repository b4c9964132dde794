/**
 * Retention: of those who started in a period, how many came back at each age. Uses {@code scan}, {@code stats} and what
 * lies below them.
 */
package coldtide.core.retention;
