package coldtide.core.filter;

import coldtide.core.log.EventLog;
import coldtide.core.log.Shard;

/**
 * Which users, by the rule of a room: those of one cell of its answer. A value: rules that are equal hold for the same users of
 * a log, and of a shard whatever log it is in, so what was computed for a shard may be kept.
 */
public interface PersonRule {
    /** A bit a user of a shard, lowest first; bits of users who are gone from it mean nothing. */
    long[] bits(EventLog log, Conditions conditions, Shard shard);
}
