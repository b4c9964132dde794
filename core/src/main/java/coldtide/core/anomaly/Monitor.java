package coldtide.core.anomaly;

import static java.util.Objects.requireNonNull;

import coldtide.core.anomaly.counts.ExpectedRange;
import coldtide.core.anomaly.detect.ExpectedRangeDrops;
import coldtide.core.filter.Conditions;
import coldtide.core.filter.EventCondition;
import coldtide.core.filter.PersonCondition;
import coldtide.core.log.EventLog;
import coldtide.core.measure.Accumulation;
import coldtide.core.measure.Formula;
import coldtide.core.measure.Measure;
import coldtide.core.measure.MeasureAnswer;
import coldtide.core.measure.MeasureQuestion;
import coldtide.core.measure.Measures;
import coldtide.core.measure.Step;
import coldtide.core.scan.ScanRunner;
import coldtide.core.tidetable.Figure;
import coldtide.core.tidetable.MetricScope;
import coldtide.core.tidetable.PeriodCounts;
import coldtide.core.tidetable.TideTable;
import coldtide.core.time.DayRange;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collections;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.stream.Stream;

/**
 * A metric that members chose to have monitored, by day, besides the headline metrics of all users: a metric of its own, or a headline metric of some
 * users.
 *
 * @param id of the choice; several metrics of the same users share it
 * @param name under which it was created
 * @param figure the headline metric of some users; empty for a metric of its own
 * @param question the metric by day, if it can be broken down by value: a count, a sum or an average
 * @param isWorseAbove whether an increase counts as a drop
 * @param days every full day of the log, without a value where there was none
 */
public record Monitor(
        int id,
        String name,
        Optional<Figure> figure,
        Measure.Unit unit,
        boolean isWorseAbove,
        Optional<MeasureQuestion> question,
        List<OptionalDouble> days) {
    public Monitor {
        requireNonNull(name, "name");
        requireNonNull(unit, "unit");
        days = List.copyOf(days);
    }

    /**
     * A measure: one of some, or computed of them.
     *
     * @param watched the name of one of the measures or formulas
     */
    public record OfMeasure(
            List<Measure> measures,
            List<Formula> formulas,
            EventCondition only,
            PersonCondition among,
            String watched) {
        public OfMeasure {
            measures = List.copyOf(measures);
            formulas = List.copyOf(formulas);
            if (Stream.concat(
                            measures.stream().map(Measure::name),
                            formulas.stream().map(Formula::name))
                    .noneMatch(watched::equals)) {
                throw new IllegalArgumentException("None of the measures is called \"" + watched + "\".");
            }
        }

        private Optional<Measure> measure() {
            return measures.stream().filter(each -> each.name().equals(watched)).findFirst();
        }

        private MeasureQuestion byDay(DayRange range, List<Measure> some, List<Formula> computed) {
            return new MeasureQuestion(
                    range, Optional.empty(), Step.DAY, Accumulation.EACH, some, computed, only, among, List.of());
        }
    }

    /**
     * Of a measure: one pass for each that is asked. Of more days than a question may have, the last.
     *
     * @throws IllegalArgumentException if the measures cannot be asked together
     */
    public static Monitor of(
            int id,
            String name,
            boolean isWorseAbove,
            OfMeasure of,
            EventLog log,
            ScanRunner runner,
            Conditions conditions) {
        LocalDate end = log.endOfFullDays();
        int full = log.dayNumber(end);
        int asked = Math.min(full, MeasureQuestion.MOST_PERIODS);
        List<OptionalDouble> days = new ArrayList<>(Collections.nCopies(full - asked, OptionalDouble.empty()));
        Optional<MeasureQuestion> alone = Optional.empty();
        if (asked > 0) {
            DayRange range = DayRange.endingBefore(end, asked);
            MeasureQuestion all = of.byDay(range, of.measures(), of.formulas());
            days.addAll(values(Measures.answer(log, runner, conditions, all), of.watched()));
            alone = of.measure()
                    .filter(MonitorBreakdown::isTold)
                    .map(measure -> of.byDay(range, List.of(measure), List.of()));
        }
        Measure.Unit unit = of.measure().map(Measure::unit).orElse(Measure.Unit.NUMBER);
        return new Monitor(id, name, Optional.empty(), unit, isWorseAbove, alone, days);
    }

    private static List<OptionalDouble> values(MeasureAnswer answer, String watched) {
        return answer.range().measures().stream()
                .filter(each -> each.name().equals(watched))
                .flatMap(each -> each.all().periods().stream())
                .map(value -> Double.isNaN(value) ? OptionalDouble.empty() : OptionalDouble.of(value))
                .toList();
    }

    /**
     * Every headline metric of some users: two passes for all.
     *
     * @param firstPath the events that end the first-time path, if the app has said so
     */
    public static List<Monitor> of(
            int id,
            String name,
            PersonCondition people,
            EventLog log,
            ScanRunner runner,
            Conditions conditions,
            Optional<Conditions.Mask> firstPath) {
        MetricScope looking = new MetricScope(firstPath, Optional.of(conditions.of(log, people)));
        List<PeriodCounts> full = TideTable.daily(log, runner, looking).subList(0, log.dayNumber(log.endOfFullDays()));
        return Arrays.stream(Figure.values())
                .map(figure -> new Monitor(
                        id,
                        name,
                        Optional.of(figure),
                        Measure.Unit.valueOf(figure.unit().name()),
                        figure.isWorseAbove(),
                        Optional.empty(),
                        ExpectedRangeDrops.values(figure, full)))
                .toList();
    }

    ExpectedRange band() {
        return ExpectedRange.of(new ExpectedRange.Scale(unit == Measure.Unit.SHARE, isWorseAbove), days);
    }
}
