/** Two groups of people side by side. Uses {@code engine} and {@code filter}. */
package coldtide.server.contrast;
