/**
 * The search for drops. In: an event log. Out: drops, each with the group of users that explains it best, and which of
 * them belong together. Start with {@code DropDetector}; {@code GroupSearch} finds the group. Uses {@code counts}.
 */
package coldtide.core.anomaly.detect;
