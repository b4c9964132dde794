/** What is recorded: every event and every property, how much of it, since when and by whom. Uses {@code log} and {@code scan}. */
package coldtide.core.catalogue;
