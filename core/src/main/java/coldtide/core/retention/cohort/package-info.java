/**
 * Who started when, and when they came back. In: a {@code CohortDefinition} and {@code ReturnCriteria}. Out: for each
 * user the cohorts they started in and the ages at which they came back. Start with {@code CohortEntries}; {@code
 * Returns} finds the ages. Uses {@code filter}, {@code log} and {@code time}.
 */
package coldtide.core.retention.cohort;
