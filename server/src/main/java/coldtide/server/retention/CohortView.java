package coldtide.server.retention;

import coldtide.core.retention.cohort.Cohort;
import coldtide.core.time.DayRange;
import java.util.List;

/** One cohort; columns from {@code completeColumns} on are still open, from {@code begunColumns} on not begun. */
record CohortView(
        DayRange period, DayRange starts, boolean wholePeriod, long size, int completeColumns, int begunColumns) {
    static List<CohortView> of(List<Cohort> cohorts) {
        return cohorts.stream().map(CohortView::of).toList();
    }

    private static CohortView of(Cohort cohort) {
        return new CohortView(
                cohort.period(),
                cohort.starts(),
                cohort.wholePeriod(),
                cohort.size(),
                cohort.completeColumns(),
                cohort.begunColumns());
    }
}
