/**
 * The tide table: headline figures from arrival to departure, by day, week and month. Uses {@code scan} and what lies
 * below it.
 */
package coldtide.core.tidetable;
