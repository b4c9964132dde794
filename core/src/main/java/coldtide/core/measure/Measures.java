package coldtide.core.measure;

import coldtide.core.filter.Conditions;
import coldtide.core.filter.EventCondition;
import coldtide.core.filter.value.ValueTest;
import coldtide.core.log.EventLog;
import coldtide.core.measure.MeasureAnswer.Group;
import coldtide.core.measure.MeasureAnswer.Kind;
import coldtide.core.measure.MeasureAnswer.Line;
import coldtide.core.measure.MeasureAnswer.Part;
import coldtide.core.measure.MeasureAnswer.Table;
import coldtide.core.measure.MeasureAnswer.Values;
import coldtide.core.scan.ScanRunner;
import coldtide.core.time.DayRange;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.IntStream;

/** Answers questions for measures: a pass to find the largest values of each split, then one for each measure and range. */
public final class Measures {
    private static final int MOST_CELLS = 4_000_000;

    private final EventLog log;
    private final ScanRunner runner;
    private final Conditions conditions;
    private final MeasureQuestion question;
    private final Conditions.Mask among;
    private final Grouping grouping;

    private Measures(EventLog log, ScanRunner runner, Conditions conditions, MeasureQuestion question) {
        this.log = log;
        this.runner = runner;
        this.conditions = conditions;
        this.question = question;
        among = conditions.of(log, question.among());
        grouping = new Grouping(
                log,
                conditions,
                question.splits(),
                question.splits().stream().map(this::values).toList());
    }

    /**
     * Answers a question.
     *
     * @throws IllegalArgumentException if a condition is nested too deep, or there would be too many cells
     */
    public static MeasureAnswer answer(
            EventLog log, ScanRunner runner, Conditions conditions, MeasureQuestion question) {
        Measures measures = new Measures(log, runner, conditions, question);
        Counted range = measures.counted(question.range());
        Optional<Counted> compared = question.compared().map(measures::counted);
        List<Integer> order = measures.order(range, compared);
        return new MeasureAnswer(measures.table(range, order), compared.map(other -> measures.table(other, order)));
    }

    private EventCondition within(EventCondition what) {
        return question.only().equals(EventCondition.ANY) ? what : EventCondition.all(what, question.only());
    }

    /** The values that a split tells apart. */
    private List<String> values(Split split) {
        if (!(split instanceof Split.ByProperty by)) {
            return List.of();
        }
        if (!by.values().isEmpty()) {
            return by.values();
        }
        Conditions.Mask what =
                conditions.of(log, within(question.measures().get(0).what()));
        Buckets buckets = new Buckets(log, question.range(), question.step(), Accumulation.EACH);
        return new LargestValues(log, what, among, buckets, by.property()).top(runner, by.top());
    }

    /** What was counted over one range. */
    private record Counted(
            Buckets buckets,
            List<MetricAccumulator> tallies,
            Optional<MetricAccumulator> active,
            Optional<Long> activeInRange) {}

    private Counted counted(DayRange range) {
        Buckets buckets = new Buckets(log, range, question.step(), question.course());
        long cells = (grouping.size() + 1L)
                * (buckets.size() + 2L)
                * question.measures().size();
        if (cells > MOST_CELLS) {
            throw new IllegalArgumentException("The question has " + cells + " cells; at most " + MOST_CELLS
                    + " are counted. Tell fewer values apart, choose a longer period or a shorter range.");
        }
        List<MetricAccumulator> tallies = question.measures().stream()
                .map(measure -> tally(measure, buckets))
                .toList();
        boolean wantsActive = question.measures().stream().anyMatch(each -> each.kind() == Measure.Kind.SHARE)
                || question.formulas().stream().anyMatch(each -> each.used().contains(MeasureQuestion.ACTIVE));
        Measure active = Measure.of(MeasureQuestion.ACTIVE, Measure.Kind.PEOPLE, new EventCondition.Active());
        return new Counted(
                buckets,
                tallies,
                wantsActive ? Optional.of(tally(active, buckets)) : Optional.empty(),
                question.only().equals(EventCondition.ANY)
                        ? Optional.of(runner.run(log, new ActiveInRange(log, among, range)))
                        : Optional.empty());
    }

    private MetricAccumulator tally(Measure measure, Buckets buckets) {
        Conditions.Mask what = conditions.of(log, within(counting(measure)));
        return runner.run(log, new MeasurePass(log, measure, what, among, grouping, buckets));
    }

    /** Of a property, what happened with it alone: only those rows are then gone through. */
    private static EventCondition counting(Measure measure) {
        boolean byRows = measure.kind().isOfProperty() && !measure.isOfSessions();
        return byRows
                ? EventCondition.all(
                        measure.what(), new EventCondition.Property(measure.property(), new ValueTest.IsSet()))
                : measure.what();
    }

    /** The groups in which there is anything: as they were given where they are of users, else the largest first. */
    private List<Integer> order(Counted range, Optional<Counted> compared) {
        List<MetricAccumulator> tallies = new ArrayList<>(range.tallies());
        compared.ifPresent(other -> tallies.addAll(other.tallies()));
        boolean given = question.splits().stream().anyMatch(Split.ByPeople.class::isInstance);
        MetricAccumulator first = range.tallies().get(0);
        Comparator<Integer> largest = Comparator.<Integer>comparingInt(group -> taken(grouping.group(group)))
                .thenComparing(group -> -first.people(group))
                .thenComparing(Comparator.naturalOrder());
        return IntStream.range(0, grouping.size())
                .boxed()
                .filter(group -> given && question.splits().size() == 1
                        || tallies.stream().anyMatch(tally -> tally.people(group) > 0))
                .sorted(given ? Comparator.naturalOrder() : largest)
                .toList();
    }

    /** Groups of values come before those of other values, and they before those without. */
    private static int taken(Group group) {
        return group.parts().stream()
                .map(Part::kind)
                .mapToInt(Kind::ordinal)
                .max()
                .orElse(0);
    }

    private Table table(Counted counted, List<Integer> order) {
        List<Values> values = new ArrayList<>();
        for (int m = 0; m < question.measures().size(); m++) {
            Measure measure = question.measures().get(m);
            MetricAccumulator tally = counted.tallies().get(m);
            values.add(new Values(
                    measure.name(),
                    line(counted, tally, grouping.all()),
                    order.stream().map(group -> line(counted, tally, group)).toList()));
        }
        List<Values> measured = List.copyOf(values);
        for (Formula formula : question.formulas()) {
            values.add(new Values(
                    formula.name(),
                    computed(formula, measured, counted, Optional.empty(), grouping.all()),
                    IntStream.range(0, order.size())
                            .mapToObj(i -> computed(formula, measured, counted, Optional.of(i), order.get(i)))
                            .toList()));
        }
        return new Table(
                counted.buckets().periods(),
                order.stream().map(grouping::group).toList(),
                values,
                counted.activeInRange());
    }

    private Line line(Counted counted, MetricAccumulator tally, int group) {
        return tally.line(group, active(counted, group));
    }

    /** Active users by window, the range at the end: of the group where rows have its values whatever they are, else of all. */
    private double[] active(Counted counted, int group) {
        return counted.active()
                .map(people -> people.peopleByWindow(grouping.isOfRuns() ? group : grouping.all()))
                .orElse(new double[counted.buckets().size() + 1]);
    }

    /** @param at which of the groups; nothing for all together */
    private Line computed(Formula formula, List<Values> measured, Counted counted, Optional<Integer> at, int group) {
        double[] active = active(counted, group);
        List<Double> periods = new ArrayList<>();
        for (int period = 0; period <= counted.buckets().size(); period++) {
            Map<String, Double> values = new HashMap<>();
            values.put(MeasureQuestion.ACTIVE, active[period]);
            for (Values each : measured) {
                Line line = at.map(each.groups()::get).orElse(each.all());
                values.put(
                        each.name(),
                        period < line.periods().size() ? line.periods().get(period) : line.range());
            }
            periods.add(formula.of(values));
        }
        double range = periods.remove(periods.size() - 1);
        Line first =
                at.map(measured.get(0).groups()::get).orElse(measured.get(0).all());
        return new Line(periods, range, first.people(), first.events());
    }
}
