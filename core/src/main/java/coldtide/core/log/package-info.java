/**
 * The event log: an immutable snapshot of an app's events in memory. In: events in any order ({@code
 * EventLogBuilder}). Out: shards of whole users, as columns of primitive numbers. Start with {@code EventLog} and
 * {@code Shard}; {@code People} changes users, {@code LogSnapshot} is the log as bytes. Uses {@code column}, {@code
 * rule} and {@code time}.
 */
package coldtide.core.log;
