/**
 * Erasing users and removing apps, with all that belongs to them. Start with {@code Eraser}.
 */
package coldtide.server.store.erasure;
