package coldtide.core.who;

import coldtide.core.log.EventLog;
import coldtide.core.log.Shard;

/**
 * Which people, by the rule of a room: those of one cell of its answer. A value: rules that are equal hold for the same people of
 * a log, and of a shard whatever log it is in, so what was computed for a shard may be kept.
 */
public interface PersonRule {
    /** A bit a person of a shard, lowest first; bits of people who are gone from it mean nothing. */
    long[] bits(EventLog log, Conditions conditions, Shard shard);
}
