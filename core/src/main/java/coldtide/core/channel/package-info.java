/**
 * Channels: how users came to the app, and what they cost. In: rules over tags and referrers. Out: the channel of each
 * user, and new users by channel. Start with {@code ChannelRules}; {@code Arrivals} counts. Uses {@code time}, {@code
 * log}, {@code scan}, {@code filter} and {@code measure}.
 */
package coldtide.core.channel;
