/**
 * Sudden changes: what fell, since when, in which part, where, and why. It asks the rooms whose figures it watches; they know nothing of
 * it.
 */
package coldtide.core.change;
