/**
 * Files of events: which format they have, and their rows one after another. Start with {@code FormatDetector} and
 * {@code RowReader}. Uses {@code rows} only.
 */
package coldtide.server.rows.file;
