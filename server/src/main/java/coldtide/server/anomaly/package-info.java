/** Sudden changes over HTTP: what fell, where and why. Uses {@code engine}. */
package coldtide.server.anomaly;
