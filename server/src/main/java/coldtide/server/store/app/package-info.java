/**
 * Apps with their settings: API keys, exchange rates, releases, annotations, level plans. Start with {@code App}.
 */
package coldtide.server.store.app;
