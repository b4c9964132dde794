/**
 * Intervals, tests and models: thin over well-kept libraries. In: counts and sums. Out: intervals, p-values,
 * decompositions. Start with {@code Share} and {@code Difference}; {@code FalseDiscovery} corrects for many
 * comparisons. Uses nothing else of the project.
 */
package coldtide.core.stats;
