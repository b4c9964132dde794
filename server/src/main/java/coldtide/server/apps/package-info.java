/** The apps there are: listing, making, finding. Uses {@code store} and {@code http}. */
package coldtide.server.apps;
