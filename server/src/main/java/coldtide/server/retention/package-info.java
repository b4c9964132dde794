/** The retention room's HTTP face. Uses {@code engine}. */
package coldtide.server.retention;
