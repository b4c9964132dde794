/** Conditions as JSON (docs/condition-format.md). Uses {@code http}. */
package coldtide.server.filter;
