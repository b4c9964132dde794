/**
 * The log of an app as stored blocks of bytes, from which a start is quick. Start with {@code SealedLogs}.
 */
package coldtide.server.store.snapshot;
