/** Intervals and tests: thin over well-kept libraries. Uses nothing of ours. */
package coldtide.core.stats;
