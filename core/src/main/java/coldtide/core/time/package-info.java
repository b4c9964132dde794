/**
 * Days, weeks and months of an app's time zone. In: instants and a zone. Out: ranges of days, their boundaries, and
 * hours of the clock. Start with {@code ReportingCalendar}; {@code DayRange} is a half-open range of days. Uses nothing
 * else of the project.
 */
package coldtide.core.time;
