package coldtide.core.anomaly.explain;

import coldtide.core.anomaly.detect.Change;

/**
 * Change of how often active users of a group do an event, compared with all other users.
 *
 * @param event name of the event
 * @param before events a day for each active user of the group, before the drop
 * @param after events a day for each active user of the group, during the drop
 * @param change actual compared with the number expected from all other users
 */
public record EventChange(String event, double before, double after, Change change) {}
