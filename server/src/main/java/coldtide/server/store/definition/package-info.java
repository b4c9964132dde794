/**
 * What members define and keep: segments, behaviours, names in the event catalogue, evidence. Start with {@code
 * Segment}.
 */
package coldtide.server.store.definition;
