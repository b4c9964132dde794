/**
 * Runs analyses over a log: each shard is scanned alone, partial results are merged, the whole is finished. Uses
 * {@code log}.
 */
package coldtide.core.scan;
