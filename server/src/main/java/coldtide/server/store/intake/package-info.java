/**
 * Imports, rejected rows, and the formats kept for the next file. Start with {@code Import}.
 */
package coldtide.server.store.intake;
