/** Two groups of people side by side: every figure and every event. Uses {@code log}, {@code scan}, {@code stats} and {@code who}. */
package coldtide.core.contrast;
