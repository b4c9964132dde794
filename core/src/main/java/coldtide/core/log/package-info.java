/**
 * The event log: an immutable snapshot of an app's events in memory, people whole and in order, as primitive columns.
 * Uses {@code time}.
 */
package coldtide.core.log;
