/** How people came: rules over campaign tags and referrers, arrivals by channel, and what they cost. Uses {@code measure}. */
package coldtide.core.channel;
