package coldtide.core.retention.cohort;

import coldtide.core.time.DayRange;

/**
 * The users who started in one period.
 *
 * @param period the whole calendar period
 * @param starts the part of it within the range: shorter at the edges
 * @param size number of its members
 * @param completeColumns number of columns, from the first, that are complete: every member had the time
 * @param begunColumns number of columns, from the first, that have begun; later columns have no value yet
 */
public record Cohort(DayRange period, DayRange starts, long size, int completeColumns, int begunColumns) {
    public boolean wholePeriod() {
        return starts.equals(period);
    }

    public boolean isCompleteAt(int column) {
        return column < completeColumns;
    }
}
