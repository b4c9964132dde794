/** The tide table's HTTP face. Uses {@code engine}. */
package coldtide.server.tidetable;
