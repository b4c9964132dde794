/** Channels by which users came: rules, costs, and new users of a range. Uses {@code engine} and {@code apps}. */
package coldtide.server.channels;
