/** Two groups of people side by side. Uses {@code engine} and {@code who}. */
package coldtide.server.contrast;
