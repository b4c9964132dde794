/**
 * Channels: their rules, costs, settlements, and the simulated store. Start with {@code StoredChannelRule}.
 */
package coldtide.server.store.channel;
