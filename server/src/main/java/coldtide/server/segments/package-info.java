/** Segments: making, changing and removing them. Uses {@code engine} and {@code named}. */
package coldtide.server.segments;
