/**
 * Cases with comments and findings, monitors, alerts and where they are sent. Start with {@code KeptCase} and {@code
 * Watched}.
 */
package coldtide.server.store.anomaly;
