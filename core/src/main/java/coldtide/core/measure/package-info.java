/** Counts of people by what is true of them. Uses {@code log}, {@code scan} and {@code who}. */
package coldtide.core.measure;
