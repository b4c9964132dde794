/**
 * Retention: which share of a cohort comes back at each age. In: a {@code RetentionQuestion} and an event log. Out:
 * counts by cohort and age, with completeness. Start with {@code RetentionAnalysis}. Uses {@code cohort}, {@code
 * filter}, {@code log}, {@code measure}, {@code scan} and {@code stats}.
 */
package coldtide.core.retention;
