package coldtide.core.anomaly;

import coldtide.core.anomaly.detect.DropDetector;
import coldtide.core.filter.Conditions;
import coldtide.core.filter.value.PropertyValue;
import coldtide.core.log.EventLog;
import coldtide.core.measure.Measure;
import coldtide.core.measure.MeasureAnswer;
import coldtide.core.measure.MeasureAnswer.Line;
import coldtide.core.measure.MeasureAnswer.Part;
import coldtide.core.measure.MeasureQuestion;
import coldtide.core.measure.Measures;
import coldtide.core.measure.Split;
import coldtide.core.scan.ScanRunner;
import coldtide.core.time.DayRange;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * Breaks the missing part of a monitored metric down by every property of users. The days of a drop are compared with the same weekdays just before.
 * Counts and sums are subtracted value by value. For an average it is how much each value's own average moved it, at the mean of its shares before and
 * after (Kitagawa, Journal of the American Statistical Association 50, 1955). Cost: one question for each property.
 */
final class MonitorBreakdown {
    /** Values of a property that are told apart. */
    private static final int MOST_VALUES = 100;
    /** What tells less is not said. */
    private static final double LEAST_MISSING = 0.3;

    private static final double LEAST_EXCESS = 0.15;
    private static final int MOST_PORTIONS = 5;

    private final EventLog log;
    private final ScanRunner runner;
    private final Conditions conditions;

    MonitorBreakdown(EventLog log, ScanRunner runner, Conditions conditions) {
        this.log = log;
        this.runner = runner;
        this.conditions = conditions;
    }

    /** Whether its values by group and day can be added up, or a change of it taken apart by the shares of groups. */
    static boolean isTold(Measure measure) {
        return switch (measure.kind()) {
            case EVENTS, SESSIONS, SUM, PEOPLE, MEAN -> true;
            case EACH, SHARE, PERCENTILE, LEAST, MOST, DISTINCT -> false;
        };
    }

    /** The most telling first; none where the days before lie before the data, or nothing is missing against them. */
    List<ValueShare> of(MonitorDrop fall) {
        DayRange days = fall.days();
        DayRange before = days.before();
        Optional<MeasureQuestion> question = fall.of().question();
        if (question.isEmpty() || before.from().isBefore(log.firstDay())) {
            return List.of();
        }
        List<ValueShare> portions = new ArrayList<>();
        for (String property : DropDetector.properties(log)) {
            portions.addAll(of(
                    property,
                    over(question.get(), before, days, property),
                    fall.of().isWorseAbove()));
        }
        return portions.stream()
                .filter(each -> each.ofMissing() >= LEAST_MISSING && each.excess() >= LEAST_EXCESS)
                .sorted(Comparator.comparingDouble((ValueShare each) -> -each.excess()))
                .limit(MOST_PORTIONS)
                .toList();
    }

    /** The days before first: what is gone altogether has no value after. */
    private static MeasureQuestion over(MeasureQuestion of, DayRange before, DayRange days, String property) {
        return new MeasureQuestion(
                before,
                Optional.of(days),
                of.step(),
                of.course(),
                of.measures(),
                of.formulas(),
                of.only(),
                of.among(),
                List.of(Split.ByProperty.top(property, MOST_VALUES)));
    }

    private List<ValueShare> of(String property, MeasureQuestion question, boolean isWorseAbove) {
        boolean isMean = question.measures().get(0).kind() == Measure.Kind.MEAN;
        MeasureAnswer answer = Measures.answer(log, runner, conditions, question);
        MeasureAnswer.Table days = answer.compared().orElseThrow();
        Counted allBefore = Counted.of(answer.range().measures().get(0).all(), isMean);
        Counted allAfter = Counted.of(days.measures().get(0).all(), isMean);
        double missing = allBefore.value() - allAfter.value();
        if (isWorseAbove ? missing >= 0 : missing <= 0) {
            return List.of();
        }
        Map<String, Counted> after = byValue(days, isMean);
        List<ValueShare> portions = new ArrayList<>();
        byValue(answer.range(), isMean).forEach((value, was) -> {
            Counted is = after.getOrDefault(value, isMean ? new Counted(was.value(), 0) : Counted.NONE);
            double part = isMean
                    ? mean(was.partOf(allBefore), is.partOf(allAfter)) * (was.value() - is.value())
                    : was.value() - is.value();
            double ofBefore = isMean ? was.partOf(allBefore) : was.value() / allBefore.value();
            portions.add(new ValueShare(
                    new PropertyValue(property, value), was.value(), is.value(), ofBefore, part / missing));
        });
        return portions;
    }

    private static double mean(double one, double other) {
        return (one + other) / 2;
    }

    /** @param events that it is of */
    private record Counted(double value, long events) {
        static final Counted NONE = new Counted(0, 0);

        static Counted of(Line line, boolean isMean) {
            double value = isMean
                    ? line.range()
                    : line.periods().stream()
                            .filter(each -> !Double.isNaN(each))
                            .mapToDouble(each -> each)
                            .sum();
            return new Counted(value, line.events());
        }

        double partOf(Counted all) {
            return all.events == 0 ? 0 : (double) events / all.events;
        }
    }

    private static Map<String, Counted> byValue(MeasureAnswer.Table table, boolean isMean) {
        Map<String, Counted> values = new HashMap<>();
        for (int at = 0; at < table.groups().size(); at++) {
            Line line = table.measures().get(0).groups().get(at);
            Part part = table.groups().get(at).parts().get(0);
            // Of no events there is no mean: who is gone altogether moves a mean by being fewer, which is no part of it
            // here.
            if (part.value().isPresent() && (!isMean || line.events() > 0)) {
                values.put(part.value().get(), Counted.of(line, isMean));
            }
        }
        return values;
    }
}
