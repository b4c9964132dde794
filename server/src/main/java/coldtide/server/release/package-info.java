/** Releases over HTTP: which are known, how they were taken up, and how they stand. Uses {@code engine} and {@code store}. */
package coldtide.server.release;
