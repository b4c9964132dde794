package coldtide.core.anomaly.detect;

import coldtide.core.anomaly.counts.ExpectedRange;
import coldtide.core.anomaly.counts.ExpectedRangeDay;
import coldtide.core.tidetable.Figure;
import coldtide.core.tidetable.PeriodCounts;
import coldtide.core.time.DayRange;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import org.apache.commons.statistics.distribution.NormalDistribution;

/**
 * Drops of headline metrics of all users out of their expected ranges, as the average of a day in the metric's own unit.
 */
public final class ExpectedRangeDrops {
    private static final double Z = 1.96;
    /** No day is further out than the smallest probability that can be told from nothing. */
    private static final double LEAST = 1e-300;

    private ExpectedRangeDrops() {}

    public static List<Drop> of(Figure figure, ExpectedRange band, List<PeriodCounts> days, LocalDate first) {
        return band.falls().stream()
                .map(fall -> drop(figure, band, days, fall, first))
                .toList();
    }

    private static Drop drop(
            Figure figure, ExpectedRange band, List<PeriodCounts> days, ExpectedRange.Fall fall, LocalDate first) {
        Change change = change(band.days(), values(figure, days), fall.from(), fall.to());
        return new Drop(
                figure,
                List.of(),
                List.of(),
                new DayRange(first.plusDays(fall.from()), first.plusDays(fall.to())),
                distance(fall),
                change,
                Math.abs(change.part()),
                Change.UNKNOWN,
                List.of(),
                List.of(),
                1,
                false);
    }

    /** In standard errors from what was to be expected. */
    public static double distance(ExpectedRange.Fall fall) {
        return NormalDistribution.of(0, 1).inverseCumulativeProbability(Math.max(LEAST, fall.probability()));
    }

    public static List<OptionalDouble> values(Figure figure, List<PeriodCounts> days) {
        return days.stream().map(day -> day.value(figure)).toList();
    }

    /** The mean of some days against that of their bands; unknown where no day has both. */
    public static Change change(List<Optional<ExpectedRangeDay>> band, List<OptionalDouble> values, int from, int to) {
        double expected = 0;
        double actual = 0;
        double variance = 0;
        int known = 0;
        for (int day = from; day < to; day++) {
            Optional<ExpectedRangeDay> of = band.get(day);
            OptionalDouble value = values.get(day);
            if (of.isPresent() && value.isPresent()) {
                known++;
                expected += of.get().expected();
                actual += value.getAsDouble();
                double half = (of.get().high() - of.get().low()) / (2 * Z);
                variance += half * half;
            }
        }
        if (known == 0) {
            return Change.UNKNOWN;
        }
        double half = Z * Math.sqrt(variance) / known;
        double mean = expected / known;
        double was = actual / known;
        return new Change(
                mean, mean, was, was / mean - 1, was / (mean + half) - 1, was / Math.max(mean / 100, mean - half) - 1);
    }
}
