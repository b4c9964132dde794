/**
 * Activity by weekday and hour. Start with {@code WeekHours}. Uses {@code measure} and {@code filter}.
 */
package coldtide.core.measure.hours;
