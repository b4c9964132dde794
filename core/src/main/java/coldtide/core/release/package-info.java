/**
 * Releases: who is on which, and how each compares with the one before. In: releases and an event log. Out: adoption by
 * day, and differences with intervals between similar users. Start with {@code ReleaseComparison}; {@code Rollouts}
 * says which release a day is about. Uses {@code log}, {@code stats}, {@code scan} and {@code filter}.
 */
package coldtide.core.release;
