/** How people came: rules over campaign tags and referrers. Uses {@code log} and {@code who}. */
package coldtide.core.channel;
