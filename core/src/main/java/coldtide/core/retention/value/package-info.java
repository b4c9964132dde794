/**
 * Value by age: revenue, sessions or any sum for each user of a cohort, added up from the start. Start with {@code
 * ValueAnalysis}. Uses {@code retention} and {@code cohort}.
 */
package coldtide.core.retention.value;
