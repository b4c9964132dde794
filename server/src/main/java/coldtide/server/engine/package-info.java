/** Keeps each app's event log in memory and puts questions to it; the only place that owns a log. Uses {@code store}. */
package coldtide.server.engine;
