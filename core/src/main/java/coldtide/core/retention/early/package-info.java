/**
 * Early behaviours: which events in the first days go with coming back later. Start with {@code EarlyAnalysis}. Uses
 * {@code cohort} and {@code stats}.
 */
package coldtide.core.retention.early;
