/** What is recorded, what people wrote about it, and what counts as activity. Uses {@code engine}, {@code apps} and {@code store}. */
package coldtide.server.catalogue;
