/** The register of people and the diary of each. Uses {@code log}, {@code scan} and {@code who}. */
package coldtide.core.register;
