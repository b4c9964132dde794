/**
 * The event catalogue. In: an event log and a range. Out: every event by day and sender, every property by value, and
 * where events are missing. Start with {@code EventCatalogue}; {@code Gaps} finds what is missing. Uses {@code time},
 * {@code log}, {@code scan} and {@code filter}.
 */
package coldtide.core.catalogue;
