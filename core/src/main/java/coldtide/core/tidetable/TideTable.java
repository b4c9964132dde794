package coldtide.core.tidetable;

import coldtide.core.log.EventLog;
import coldtide.core.scan.ScanRunner;
import coldtide.core.tidetable.TideTableAnswer.Row;
import coldtide.core.tidetable.TideTableAnswer.Usual;
import coldtide.core.time.DayRange;
import coldtide.core.time.Grain;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.DoubleSummaryStatistics;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.stream.IntStream;

/** Answers tide table questions: what adds up is counted by day in one pass, which many questions can share, and users of periods in three
 * short ones. */
public final class TideTable {
    private static final int COMPARABLES = 8;
    private static final int LEAST_COMPARABLES = 3;

    private TideTable() {}

    /** Counts periods that ascend and do not overlap. */
    @FunctionalInterface
    public interface PeriodCounter {
        List<PeriodCounts> count(List<DayRange> periods);
    }

    /** Figures of the users asked about. */
    public static TideTableAnswer answer(
            EventLog log, ScanRunner runner, TideTableQuestion question, MetricScope looking) {
        return answer(log, question, counter(log, runner, looking));
    }

    /** Counts of periods, which must ascend and not overlap. Two passes: totals of days, then distinct users. */
    public static List<PeriodCounts> counts(
            EventLog log, ScanRunner runner, List<DayRange> periods, MetricScope looking) {
        return counter(log, runner, looking).count(periods);
    }

    private static PeriodCounter counter(EventLog log, ScanRunner runner, MetricScope looking) {
        DailyTotals totals = runner.run(log, new DailyTotalsAnalysis(log, looking));
        return periods -> runner.run(log, new PeriodAnalysis(log, periods, looking, totals));
    }

    /** Headline metrics of the users that {@code counter} counts. It is called three times at most. */
    public static TideTableAnswer answer(EventLog log, TideTableQuestion question, PeriodCounter counter) {
        List<DayRange> history = history(log, question);
        List<PeriodCounts> counts = history.isEmpty()
                ? List.of()
                : withBefore(question.grain().periodBefore(history.get(0)), history, counter);
        return new TideTableAnswer(
                history,
                whole(question.range(), counter),
                whole(question.compared(), counter),
                complete(log, question.range()),
                complete(log, question.compared()),
                Arrays.stream(Figure.values())
                        .map(figure -> row(figure, counts, question.grain()))
                        .toList());
    }

    /** The counts of each day the log spans: what silhouettes are drawn from. */
    public static List<PeriodCounts> daily(EventLog log, ScanRunner runner, MetricScope looking) {
        return counts(log, runner, log.span().periods(Grain.DAY), looking);
    }

    private static PeriodCounts whole(DayRange range, PeriodCounter counter) {
        return withBefore(range.shiftedBy(-range.days()), List.of(range), counter)
                .get(0);
    }

    /** Counts of periods, asked with the one before the first, so that of it too it is known who has gone quiet. */
    private static List<PeriodCounts> withBefore(DayRange before, List<DayRange> periods, PeriodCounter counter) {
        List<DayRange> asked = new ArrayList<>(List.of(before));
        asked.addAll(periods);
        List<PeriodCounts> counts = counter.count(asked);
        return counts.subList(1, counts.size());
    }

    private static boolean complete(EventLog log, DayRange range) {
        return log.span().contains(range) && log.completeBefore(range.to());
    }

    /** Whole periods that have fully passed and end within the range, the newest last; none from before the log. */
    private static List<DayRange> history(EventLog log, TideTableQuestion question) {
        Grain grain = question.grain();
        LocalDate fullDays = log.endOfFullDays();
        LocalDate end = grain.startOf(
                question.range().to().isBefore(fullDays) ? question.range().to() : fullDays);
        LocalDate oldest = grain.shift(end, -length(grain));
        LocalDate firstWhole = grain.startOf(log.firstDay());
        if (firstWhole.isBefore(log.firstDay())) {
            firstWhole = grain.shift(firstWhole, 1);
        }
        LocalDate from = oldest.isBefore(firstWhole) ? firstWhole : oldest;
        return from.isBefore(end) ? new DayRange(from, end).periods(grain) : List.of();
    }

    /** Eight weeks and the day itself; a quarter of weeks; a year of months and the month itself. */
    private static int length(Grain grain) {
        return grain == Grain.DAY ? 7 * COMPARABLES + 1 : 13;
    }

    private static Row row(Figure figure, List<PeriodCounts> counts, Grain grain) {
        List<OptionalDouble> series = counts.stream().map(c -> c.value(figure)).toList();
        int step = grain == Grain.DAY ? 7 : 1;
        int latest = series.size() - 1;
        double[] comparables = IntStream.rangeClosed(1, COMPARABLES)
                .map(i -> latest - i * step)
                .filter(i -> i >= 0)
                .mapToObj(series::get)
                .filter(OptionalDouble::isPresent)
                .mapToDouble(OptionalDouble::getAsDouble)
                .toArray();
        OptionalDouble before = latest - step >= 0 ? series.get(latest - step) : OptionalDouble.empty();
        return new Row(figure, series, before, usual(comparables));
    }

    private static Optional<Usual> usual(double[] comparables) {
        if (comparables.length < LEAST_COMPARABLES) {
            return Optional.empty();
        }
        DoubleSummaryStatistics spread = Arrays.stream(comparables).summaryStatistics();
        return Optional.of(new Usual(spread.getMin(), spread.getMax(), comparables.length));
    }
}
