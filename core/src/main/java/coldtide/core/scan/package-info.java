/**
 * Runs analyses over a log. In: an {@code Analysis}. Out: its result, with progress, a time limit, and fair turns
 * between questions. Start with {@code Analysis}; {@code ScanRunner} runs it, {@code FairQueue} gives turns. Uses
 * {@code log}.
 */
package coldtide.core.scan;
