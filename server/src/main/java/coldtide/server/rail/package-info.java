/** The release rail: the app's whole time with a silhouette, releases and marks. Uses {@code engine} and {@code store}. */
package coldtide.server.rail;
