/**
 * Events in and out in bulk. Start with {@code EventWriter} (merging accepted rows) and {@code EventReader} (building
 * a log); {@code IdRegistry} numbers installs and accounts.
 */
package coldtide.server.store.event;
