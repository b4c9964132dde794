package coldtide.core.funnel;

import coldtide.core.filter.Conditions;
import coldtide.core.filter.value.RowValues;
import coldtide.core.filter.value.Value;
import coldtide.core.funnel.FunnelAnswer.Group;
import coldtide.core.funnel.FunnelAnswer.Period;
import coldtide.core.funnel.FunnelAnswer.Stairs;
import coldtide.core.funnel.match.CountingUnits;
import coldtide.core.funnel.match.EventSequence;
import coldtide.core.funnel.match.FunnelQuestion;
import coldtide.core.funnel.match.FunnelSplit;
import coldtide.core.funnel.match.Match;
import coldtide.core.funnel.match.Order;
import coldtide.core.log.EventLog;
import coldtide.core.log.Shard;
import coldtide.core.measure.SideBySide;
import coldtide.core.measure.TopValues;
import coldtide.core.scan.Analysis;
import coldtide.core.scan.ArraySums;
import coldtide.core.scan.ScanRunner;
import coldtide.core.stats.PredictionInterval;
import coldtide.core.time.DayRange;
import java.time.Duration;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;
import java.util.stream.LongStream;

/** Counts how far units get, by group and period of entry, and how long each step takes. See the handbook, Funnels. */
public final class FunnelAnalysis implements Analysis<FunnelAnalysis.Partial, FunnelAnswer> {
    /** Up to how long a step took, for its distribution. */
    public static final List<Duration> TIME_BOUNDS = List.of(
            Duration.ofSeconds(1),
            Duration.ofSeconds(10),
            Duration.ofMinutes(1),
            Duration.ofMinutes(10),
            Duration.ofHours(1),
            Duration.ofHours(6),
            Duration.ofDays(1),
            Duration.ofDays(3),
            Duration.ofDays(7));

    /**
     * By step who did it, and after the last who is open: of all, by group of users (from 1), by value and by period. By step how long
     * all took.
     */
    static final class Partial {
        final long[][] groups;
        final CountsByValue values;
        final long[][] periods;
        final TimesTaken times;

        Partial(int groups, CountsByValue values, int periods, int steps) {
            this.groups = new long[groups][steps + 1];
            this.values = values;
            this.periods = new long[periods][steps + 1];
            times = new TimesTaken(steps);
        }
    }

    private final CountingUnits units;
    private final Optional<SideBySide> people;
    private final Optional<FunnelSplit.ByProperty> property;
    /** Values of the split that are asked for; empty for the most frequent ones. */
    private final long[] values;

    private final int steps;
    private final boolean inAnyOrder;
    private final List<DayRange> periods;
    private final int[] periodOfDay;

    /** An analysis of all units together, without the question's split. */
    public FunnelAnalysis(EventLog log, Conditions conditions, FunnelQuestion question) {
        this(new CountingUnits(log, conditions, question), Optional.empty());
    }

    private FunnelAnalysis(CountingUnits units, Optional<FunnelSplit> split, long... values) {
        this.units = units;
        this.values = values;
        people = split.filter(FunnelSplit.ByPeople.class::isInstance)
                .map(by -> new SideBySide(units.log(), units.conditions(), ((FunnelSplit.ByPeople) by).by()));
        property = split.filter(FunnelSplit.ByProperty.class::isInstance).map(FunnelSplit.ByProperty.class::cast);
        FunnelQuestion question = units.question();
        EventLog log = units.log();
        steps = question.steps().size();
        inAnyOrder = question.order() == Order.ANY_ORDER;
        periods = question.by().map(question.range()::periods).orElse(List.of());
        periodOfDay = new int[log.days()];
        for (int period = 0; period < periods.size(); period++) {
            DayRange days = periods.get(period);
            int from = Math.max(0, log.dayNumber(days.from()));
            int to = Math.min(log.days(), log.dayNumber(days.to()));
            Arrays.fill(periodOfDay, Math.min(from, to), to, period);
        }
    }

    /** One pass; where it is split by a property of very many values, two and more, to find the most frequent first. */
    public static FunnelAnswer answer(EventLog log, ScanRunner runner, Conditions conditions, FunnelQuestion question) {
        CountingUnits units = new CountingUnits(log, conditions, question);
        FunnelAnalysis all = new FunnelAnalysis(units, question.split());
        Partial counted = runner.run(log, all.unfinished());
        return counted.values.areTooMany()
                ? runner.run(log, new FunnelAnalysis(units, question.split(), all.mostFrequent(runner)))
                : all.finish(counted);
    }

    private long[] mostFrequent(ScanRunner runner) {
        FunnelSplit.ByProperty by = property.orElseThrow();
        EventLog log = units.log();
        TopValues found = TopValues.of(
                log,
                runner,
                (shard, into) -> {
                    RowValues rows = new RowValues(log, shard, by.property());
                    units.each(shard, (person, trail, match) -> into.take(value(rows, trail, match, by.step())));
                },
                by.top());
        return found.top().stream()
                .mapToLong(each -> Value.of(log.texts(), each.text()))
                .toArray();
    }

    @Override
    public Partial empty() {
        int groups = 1 + people.map(by -> by.parts().size()).orElse(0);
        return new Partial(groups, new CountsByValue(steps, values), periods.size(), steps);
    }

    @Override
    public void scan(Shard shard, Partial partial) {
        CountingUnits.Each apart = people.map(by -> byPeople(by.over(shard), partial))
                .or(() -> property.map(by -> byValue(by, shard, partial)))
                .orElse((person, trail, match) -> {});
        units.each(shard, (person, trail, match) -> {
            count(match, partial.groups[0]);
            apart.unit(person, trail, match);
            times(trail, match, partial);
            if (!periods.isEmpty()) {
                count(match, partial.periods[periodOfDay[shard.eventDay[trail.row[match.entry]]]]);
            }
        });
    }

    private CountingUnits.Each byPeople(SideBySide.Cursor cursor, Partial partial) {
        int[] in = new int[partial.groups.length];
        return (person, trail, match) -> {
            int end = cursor.of(person, in);
            for (int i = 1; i < end; i++) {
                count(match, partial.groups[in[i]]);
            }
        };
    }

    private CountingUnits.Each byValue(FunnelSplit.ByProperty by, Shard shard, Partial partial) {
        RowValues rows = new RowValues(units.log(), shard, by.property());
        return (person, trail, match) -> count(match, partial.values.of(value(rows, trail, match, by.step())));
    }

    /** Value of the split at an entry, which is known for open entries, too. */
    private static long value(RowValues rows, EventSequence trail, Match match, int step) {
        int at = step == 0 ? match.entry : match.at[step];
        return at != Match.NONE && rows.at(trail.row[at]) ? rows.bits() : Value.NONE;
    }

    private void count(Match match, long... counts) {
        if (match.deepest == Match.NONE) {
            counts[steps]++;
            return;
        }
        for (int step = 0; step <= match.deepest; step++) {
            counts[step] += match.reached(step) ? 1 : 0;
        }
    }

    /** Since whichever was done last before it: in any order that need not be the step above. */
    private void times(EventSequence trail, Match match, Partial partial) {
        int before = Match.NONE;
        for (int step = 0; step <= match.deepest; step++) {
            int at = match.at[step];
            if (at != Match.NONE) {
                before = inAnyOrder ? lastBefore(match, at) : before;
                if (before != Match.NONE) {
                    partial.times.add(step, trail.time[at] - trail.time[before]);
                }
                before = at;
            }
        }
    }

    private static int lastBefore(Match match, int at) {
        int before = Match.NONE;
        for (int step = 0; step <= match.deepest; step++) {
            before = match.at[step] < at ? Math.max(before, match.at[step]) : before;
        }
        return before;
    }

    @Override
    public void merge(Partial into, Partial from) {
        ArraySums.add(into.groups, from.groups);
        into.values.add(from.values);
        ArraySums.add(into.periods, from.periods);
        into.times.add(from.times);
    }

    @Override
    public FunnelAnswer finish(Partial partial) {
        Stairs all = Stairs.of(partial.groups[0]);
        List<Group> told = people.map(by -> told(by, partial))
                .or(() -> property.map(by -> partial.values.told(units.log(), by.top())))
                .orElse(List.of());
        return new FunnelAnswer(
                all,
                partial.times.told(),
                GroupComparison.tested(units.question(), all, told),
                IntStream.range(0, periods.size())
                        .mapToObj(period -> period(period, all, partial.periods[period]))
                        .toList());
    }

    private static List<Group> told(SideBySide by, Partial partial) {
        return IntStream.rangeClosed(1, by.parts().size())
                .filter(group -> LongStream.of(partial.groups[group]).sum() > 0)
                .mapToObj(group -> new Group(by.parts().get(group - 1), Stairs.of(partial.groups[group]), List.of()))
                .toList();
    }

    private Period period(int number, Stairs all, long... counts) {
        DayRange days = periods.get(number);
        List<Optional<PredictionInterval>> expected = IntStream.range(0, steps)
                .mapToObj(step -> expected(
                        all.reached().get(step) - counts[step], all.reached().get(0) - counts[0], counts[0]))
                .toList();
        Stairs its = Stairs.of(counts);
        return new Period(days, units.question().range().contains(days), its.reached(), its.open(), expected);
    }

    private static Optional<PredictionInterval> expected(long part, long whole, long here) {
        return whole == 0 || here == 0 ? Optional.empty() : Optional.of(PredictionInterval.of(part, whole, here));
    }
}
