/**
 * What columns are made of: packed numbers, dictionaries of texts, and blocks of bytes for the snapshot. Start with
 * {@code PropertyColumn}; {@code LogLimits} bounds the sizes. Uses {@code time} only.
 */
package coldtide.core.log.column;
