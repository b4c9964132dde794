package coldtide.core.funnel;

import coldtide.core.funnel.FunnelAnswer.Group;
import coldtide.core.funnel.FunnelAnswer.Period;
import coldtide.core.funnel.FunnelAnswer.Stairs;
import coldtide.core.log.EventLog;
import coldtide.core.log.Shard;
import coldtide.core.scan.Analysis;
import coldtide.core.scan.ScanRunner;
import coldtide.core.scan.Sums;
import coldtide.core.stats.Expected;
import coldtide.core.time.DayRange;
import coldtide.core.who.Conditions;
import java.time.Duration;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;
import java.util.stream.LongStream;

/** Counts how far units get, by group and period of entry, and how long each step takes. Handbook §8. */
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
     * By group and step, and by period and step, who did it; in place of a step after the last, who is open. By step how long all took.
     */
    static final class Partial {
        final long[][] groups;
        final long[][] periods;
        final TimesTaken times;

        Partial(int groups, int periods, int steps) {
            this.groups = new long[groups][steps + 1];
            this.periods = new long[periods][steps + 1];
            times = new TimesTaken(steps);
        }
    }

    private final Units units;
    private final UnitGroups groups;
    private final int steps;
    private final List<DayRange> periods;
    private final int[] periodOfDay;

    /** Of all units together, whatever the question's split. */
    public FunnelAnalysis(EventLog log, Conditions conditions, FunnelQuestion question) {
        this(new Units(log, conditions, question), UnitGroups.NONE);
    }

    private FunnelAnalysis(Units units, UnitGroups groups) {
        this.units = units;
        this.groups = groups;
        FunnelQuestion question = units.question();
        EventLog log = units.log();
        steps = question.steps().size();
        periods = question.by().map(question.range()::periods).orElse(List.of());
        periodOfDay = new int[log.days()];
        for (int period = 0; period < periods.size(); period++) {
            DayRange days = periods.get(period);
            int from = Math.max(0, log.dayNumber(days.from()));
            int to = Math.min(log.days(), log.dayNumber(days.to()));
            Arrays.fill(periodOfDay, Math.min(from, to), to, period);
        }
    }

    /** One pass; where it is split by a property, one or more before, to find the values. */
    public static FunnelAnswer answer(EventLog log, ScanRunner runner, Conditions conditions, FunnelQuestion question) {
        Units units = new Units(log, conditions, question);
        return runner.run(log, new FunnelAnalysis(units, UnitGroups.of(units, runner)));
    }

    @Override
    public Partial empty() {
        return new Partial(groups.size(), periods.size(), steps);
    }

    @Override
    public void scan(Shard shard, Partial partial) {
        UnitGroups.Cursor cursor = groups.over(shard);
        int[] in = new int[groups.size()];
        units.each(shard, (person, trail, match) -> {
            int count = cursor.of(person, trail, match, in);
            for (int i = 0; i < count; i++) {
                count(match, partial.groups[in[i]]);
            }
            times(trail, match, partial);
            if (!periods.isEmpty()) {
                count(match, partial.periods[periodOfDay[shard.eventDay[trail.row[match.entry]]]]);
            }
        });
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
    private static void times(Trail trail, Match match, Partial partial) {
        for (int step = 0; step <= match.deepest; step++) {
            int before = match.reached(step) ? before(match, match.at[step]) : Match.NONE;
            if (before != Match.NONE) {
                partial.times.add(step, trail.time[match.at[step]] - trail.time[before]);
            }
        }
    }

    private static int before(Match match, int at) {
        int before = Match.NONE;
        for (int step = 0; step <= match.deepest; step++) {
            before = match.at[step] < at ? Math.max(before, match.at[step]) : before;
        }
        return before;
    }

    @Override
    public void merge(Partial into, Partial from) {
        Sums.add(into.groups, from.groups);
        Sums.add(into.periods, from.periods);
        into.times.add(from.times);
    }

    @Override
    public FunnelAnswer finish(Partial partial) {
        Stairs all = stairs(partial, 0);
        List<Group> told = new ArrayList<>();
        for (int group = 1; group < groups.size(); group++) {
            if (LongStream.of(partial.groups[group]).sum() > 0) {
                told.add(new Group(groups.parts().get(group - 1), stairs(partial, group), List.of()));
            }
        }
        return new FunnelAnswer(
                all,
                partial.times.told(),
                Apart.tested(units.question(), all, told),
                IntStream.range(0, periods.size())
                        .mapToObj(period -> period(period, all, partial.periods[period]))
                        .toList());
    }

    private Stairs stairs(Partial partial, int group) {
        return new Stairs(reached(partial.groups[group]), partial.groups[group][steps]);
    }

    private List<Long> reached(long... counts) {
        return LongStream.of(counts).limit(steps).boxed().toList();
    }

    private Period period(int number, Stairs all, long... counts) {
        DayRange days = periods.get(number);
        List<Optional<Expected>> expected = IntStream.range(0, steps)
                .mapToObj(step -> expected(
                        all.reached().get(step) - counts[step], all.reached().get(0) - counts[0], counts[0]))
                .toList();
        return new Period(days, units.question().range().contains(days), reached(counts), counts[steps], expected);
    }

    private static Optional<Expected> expected(long part, long whole, long here) {
        return whole == 0 || here == 0 ? Optional.empty() : Optional.of(Expected.of(part, whole, here));
    }
}
