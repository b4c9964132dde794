/** How events come in: files read row by row, checked, counted once, or held back. Uses {@code engine} and {@code store}. */
package coldtide.server.intake;
