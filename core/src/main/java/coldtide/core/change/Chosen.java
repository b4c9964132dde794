package coldtide.core.change;

import static java.util.Objects.requireNonNull;

import coldtide.core.log.EventLog;
import coldtide.core.measure.Course;
import coldtide.core.measure.Formula;
import coldtide.core.measure.Measure;
import coldtide.core.measure.MeasureAnswer;
import coldtide.core.measure.MeasureQuestion;
import coldtide.core.measure.Measures;
import coldtide.core.measure.Step;
import coldtide.core.scan.ScanRunner;
import coldtide.core.tidetable.Figure;
import coldtide.core.tidetable.Looking;
import coldtide.core.tidetable.PeriodCounts;
import coldtide.core.tidetable.TideTable;
import coldtide.core.time.DayRange;
import coldtide.core.who.Conditions;
import coldtide.core.who.EventCondition;
import coldtide.core.who.PersonCondition;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collections;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.stream.Stream;

/**
 * What people chose to have watched besides the headline figures of everybody, by day: a measure, or a headline figure of some people.
 *
 * @param id of the choice; several figures of the same people have the same
 * @param name under which it was chosen
 * @param figure of some people; empty for a measure
 * @param question by day, of a measure that can be taken apart by value: one thing that is counted, added up, or a mean
 * @param isWorseAbove whether a rise is what counts as a fall
 * @param days every full day of the log, without a value where there was none
 */
public record Chosen(
        int id,
        String name,
        Optional<Figure> figure,
        Measure.Unit unit,
        boolean isWorseAbove,
        Optional<MeasureQuestion> question,
        List<OptionalDouble> days) {
    public Chosen {
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
                    range, Optional.empty(), Step.DAY, Course.EACH, some, computed, only, among, List.of());
        }
    }

    /**
     * Of a measure: one pass for each that is asked. Of more days than a question may have, the last.
     *
     * @throws IllegalArgumentException if the measures cannot be asked together
     */
    public static Chosen of(
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
                    .filter(ChosenPortions::isTold)
                    .map(measure -> of.byDay(range, List.of(measure), List.of()));
        }
        Measure.Unit unit = of.measure().map(Measure::unit).orElse(Measure.Unit.NUMBER);
        return new Chosen(id, name, Optional.empty(), unit, isWorseAbove, alone, days);
    }

    private static List<OptionalDouble> values(MeasureAnswer answer, String watched) {
        return answer.range().measures().stream()
                .filter(each -> each.name().equals(watched))
                .flatMap(each -> each.all().periods().stream())
                .map(value -> Double.isNaN(value) ? OptionalDouble.empty() : OptionalDouble.of(value))
                .toList();
    }

    /**
     * Every headline figure of some people: two passes for all.
     *
     * @param firstPath the events that end the first-time path, if the app has said so
     */
    public static List<Chosen> of(
            int id,
            String name,
            PersonCondition people,
            EventLog log,
            ScanRunner runner,
            Conditions conditions,
            Optional<Conditions.Mask> firstPath) {
        Looking looking = new Looking(firstPath, Optional.of(conditions.of(log, people)));
        List<PeriodCounts> full = TideTable.daily(log, runner, looking).subList(0, log.dayNumber(log.endOfFullDays()));
        return Arrays.stream(Figure.values())
                .map(figure -> new Chosen(
                        id,
                        name,
                        Optional.of(figure),
                        Measure.Unit.valueOf(figure.unit().name()),
                        figure.isWorseAbove(),
                        Optional.empty(),
                        BandDrops.values(figure, full)))
                .toList();
    }

    Band band() {
        return Band.of(new Band.Scale(unit == Measure.Unit.SHARE, isWorseAbove), days);
    }
}
