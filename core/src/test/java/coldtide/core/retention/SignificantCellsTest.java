package coldtide.core.retention;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import coldtide.core.retention.cohort.Cohort;
import coldtide.core.stats.Difference;
import coldtide.core.stats.FalseDiscovery;
import coldtide.core.stats.Share;
import coldtide.core.time.DayRange;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class SignificantCellsTest {
    private static final int COLUMNS = 6;
    private static final int MEMBERS = 400;

    /** Weeks, of which the last few are not complete at every age. */
    private static List<Cohort> cohorts(int weeks) {
        List<Cohort> cohorts = new ArrayList<>();
        for (int week = 0; week < weeks; week++) {
            LocalDate monday = LocalDate.of(2026, 6, 1).plusWeeks(week);
            DayRange period = new DayRange(monday, monday.plusWeeks(1));
            cohorts.add(new Cohort(period, period, MEMBERS, Math.min(COLUMNS, weeks - week), COLUMNS));
        }
        return cohorts;
    }

    private static List<List<Long>> drawn(SplittableRandom random, int weeks, int other, double otherChance) {
        return drawn(random, weeks, other, otherChance, 0);
    }

    /** @param drift by how much more come back in the last week than in the first */
    private static List<List<Long>> drawn(
            SplittableRandom random, int weeks, int other, double otherChance, double drift) {
        List<List<Long>> returned = new ArrayList<>();
        for (int week = 0; week < weeks; week++) {
            List<Long> row = new ArrayList<>(List.of((long) MEMBERS));
            for (int column = 1; column < COLUMNS; column++) {
                double chance = week == other ? otherChance : (0.3 + drift * week / weeks) / column;
                row.add(random.doubles(MEMBERS).filter(draw -> draw < chance).count());
            }
            returned.add(row);
        }
        return returned;
    }

    private static SignificantCells apart(List<Cohort> cohorts, List<List<Long>> returned, int columns) {
        int[][] back = returned.stream()
                .map(row -> row.stream().mapToInt(Long::intValue).toArray())
                .toArray(int[][]::new);
        long[] members = cohorts.stream().mapToLong(Cohort::size).toArray();
        return SignificantCells.of(CompleteCounts.ofCohorts(cohorts, members, back, columns));
    }

    /** Of few cohorts one lies apart, of many that drift most do. */
    @ParameterizedTest
    @CsvSource({"9, 0", "60, 0.02", "60, 0.1", "60, 0.5"})
    void everyCellIsComparedWithTheOthersOfItsColumnAndCorrectedWithAll(int weeks, double drift) {
        List<Cohort> cohorts = cohorts(weeks);
        List<List<Long>> returned = drawn(new SplittableRandom(1), weeks, 4, 0.36 + drift, drift);
        List<Double> tests = new ArrayList<>();
        for (int column = 1; column < COLUMNS; column++) {
            for (int c = 0; c < cohorts.size(); c++) {
                long others = 0;
                long othersBack = 0;
                for (int other = 0; other < cohorts.size(); other++) {
                    if (other != c && column < cohorts.get(other).completeColumns()) {
                        others += MEMBERS;
                        othersBack += returned.get(other).get(column);
                    }
                }
                if (column < cohorts.get(c).completeColumns()) {
                    tests.add(
                            Difference.of(Share.of(returned.get(c).get(column), MEMBERS), Share.of(othersBack, others))
                                    .p());
                }
            }
        }
        double[] adjusted = FalseDiscovery.adjusted(
                tests.stream().mapToDouble(Double::doubleValue).toArray());
        List<Double> found = Arrays.stream(adjusted)
                .filter(p -> p <= SignificantCells.RATE)
                .sorted()
                .boxed()
                .toList();
        SignificantCells apart = apart(cohorts, returned, COLUMNS);
        assertThat(apart.tests()).isEqualTo(tests.size());
        assertThat(apart.cells().stream().map(SignificantCells.Cell::adjusted))
                .isNotEmpty()
                .isEqualTo(found);
        SignificantCells.Cell surest = apart.cells().get(0);
        assertThat(surest.row()).isEqualTo(4);
        assertThat(surest.difference().value())
                .isCloseTo(
                        (double) surest.returned() / surest.size()
                                - (double) surest.othersReturned() / surest.othersSize(),
                        within(1e-12));
        assertThat(surest.difference().low()).isPositive();
    }

    /** Where all cohorts are alike, hardly a triangle in twenty has a cell told apart: that is what the correction is for. */
    @Test
    void alikeCohortsAreSeldomToldApart() {
        SplittableRandom random = new SplittableRandom(2);
        int told = 0;
        for (int i = 0; i < 300; i++) {
            told += apart(cohorts(8), drawn(random, 8, -1, 0), COLUMNS).cells().isEmpty() ? 0 : 1;
        }
        assertThat(told).isBetween(1, 27);
    }

    /** 3 of 10 against 0 of 400 looks like much; but of ten people, 0.07 were to be expected. */
    @Test
    void whereFewAreToBeExpectedNothingIsTold() {
        List<Cohort> cohorts = new ArrayList<>(cohorts(3));
        Cohort first = cohorts.get(0);
        cohorts.set(0, new Cohort(first.period(), first.starts(), 10, 1, 1));
        List<List<Long>> returned = List.of(List.of(3L), List.of(0L), List.of(0L));
        assertThat(apart(cohorts, returned, 1)).isEqualTo(SignificantCells.NONE);
    }

    @Test
    void oneCohortAloneIsComparedWithNothing() {
        assertThat(apart(cohorts(1), drawn(new SplittableRandom(3), 1, -1, 0), COLUMNS))
                .isEqualTo(SignificantCells.NONE);
    }
}
