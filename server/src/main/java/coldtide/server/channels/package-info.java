/** By which channels people came: the rules, what channels cost, and who came in a range. Uses {@code engine} and {@code apps}. */
package coldtide.server.channels;
