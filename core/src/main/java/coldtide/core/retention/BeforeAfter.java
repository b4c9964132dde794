package coldtide.core.retention;

import coldtide.core.retention.cohort.Cohort;
import coldtide.core.stats.Difference;
import coldtide.core.stats.Share;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Predicate;

/**
 * Retention of the cohorts before and after a day, compared at equal age. A cohort with starts on both sides of the day belongs to neither.
 *
 * @param before number of cohorts with members before the day
 * @param after number of cohorts with members after the day
 * @param across number of cohorts with starts on both sides
 * @param columns one for each age; holds only cohorts that are complete at that age
 */
public record BeforeAfter(int before, int after, int across, List<Column> columns) {
    public BeforeAfter {
        columns = List.copyOf(columns);
    }

    /**
     * One column.
     *
     * @param before share of the cohorts before that came back; empty where none is complete
     * @param difference after less before, empty unless there are both
     */
    public record Column(Optional<Share> before, Optional<Share> after) {
        public Optional<Difference> difference() {
            return before.flatMap(was -> after.map(is -> Difference.of(is, was)));
        }
    }

    /** @param way which of the answer's triangles */
    public static BeforeAfter of(RetentionAnswer answer, int way, LocalDate day) {
        Predicate<Cohort> isBefore = cohort -> !cohort.starts().to().isAfter(day);
        Predicate<Cohort> isAfter = cohort -> !cohort.starts().from().isBefore(day);
        List<List<Long>> returned = answer.triangles().get(way).returned();
        int columns = answer.triangles().get(way).all().pooled().size();
        List<Column> told = new ArrayList<>();
        for (int column = 0; column < columns; column++) {
            told.add(new Column(
                    pooled(answer.cohorts(), returned, column, isBefore),
                    pooled(answer.cohorts(), returned, column, isAfter)));
        }
        int before = count(answer, isBefore);
        int after = count(answer, isAfter);
        return new BeforeAfter(before, after, count(answer, cohort -> true) - before - after, told);
    }

    private static int count(RetentionAnswer answer, Predicate<Cohort> which) {
        return (int) answer.cohorts().stream()
                .filter(cohort -> cohort.size() > 0)
                .filter(which)
                .count();
    }

    private static Optional<Share> pooled(
            List<Cohort> cohorts, List<List<Long>> returned, int column, Predicate<Cohort> which) {
        long size = 0;
        long back = 0;
        for (int c = 0; c < cohorts.size(); c++) {
            if (which.test(cohorts.get(c)) && cohorts.get(c).isCompleteAt(column)) {
                size += cohorts.get(c).size();
                back += returned.get(c).get(column);
            }
        }
        return size == 0 ? Optional.empty() : Optional.of(Share.of(back, size));
    }
}
