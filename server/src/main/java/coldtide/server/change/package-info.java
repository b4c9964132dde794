/** Sudden changes over HTTP: what fell, where and why. Uses {@code engine} and {@code store}. */
package coldtide.server.change;
