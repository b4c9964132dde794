package coldtide.core.retention;

import coldtide.core.log.EventLog;
import coldtide.core.log.Shard;
import coldtide.core.retention.PeopleGroups.Told;
import coldtide.core.retention.RetentionAnswer.Cohort;
import coldtide.core.retention.RetentionAnswer.Line;
import coldtide.core.retention.RetentionAnswer.Pooled;
import coldtide.core.retention.RetentionAnswer.Step;
import coldtide.core.retention.RetentionAnswer.Triangle;
import coldtide.core.retention.Start.Entry;
import coldtide.core.scan.Analysis;
import coldtide.core.scan.ScanRunner;
import coldtide.core.scan.Sums;
import coldtide.core.stats.Difference;
import coldtide.core.stats.Share;
import coldtide.core.who.Conditions;
import it.unimi.dsi.fastutil.longs.LongImmutableList;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;

/**
 * The triangles of all ways of coming back in one pass: a person's starts are found once, then the ages of their returns for each
 * way. Handbook §7; the shares' intervals are Wilson's.
 */
public final class RetentionAnalysis implements Analysis<RetentionAnalysis.Partial, RetentionAnswer> {
    /** Cohort sizes by group; by way those who came back, a row a cohort of a group, of everybody first. */
    final class Partial {
        private final long[][] size = new long[people.groups().size()][complete.length];
        private final BitCounts[] returned = new BitCounts[question.returns().size()];
        private final InColumns inColumns = new InColumns(question.columns(), isEachAge);
        private final Batch batch;
        private final Waiting waiting;

        Partial() {
            int rows = size.length * complete.length;
            Arrays.setAll(returned, way -> new BitCounts(rows, columns, complete));
            batch = new Batch(rows, this::count);
            waiting = new Waiting(returned.length, question.lastAge() + 1, rows, this::count);
        }

        /** Counts somebody in; their row. */
        private int started(int group, int cohort) {
            size[group][cohort]++;
            return row(group, cohort);
        }

        private int row(int group, int cohort) {
            return group * complete.length + cohort;
        }

        private void count(int way, long[] bits, int at) {
            batch.count(returned[way], inColumns.of(bits, at));
        }

        private void count(int way, int row, long members, long[] bits) {
            returned[way].add(row, members, inColumns.of(bits, 0));
        }

        /** By cohort and column. */
        private int[][] returned(int way, int group) {
            return returned[way].there(row(group, 0), row(group + 1, 0));
        }
    }

    private final RetentionQuestion question;
    private final FollowedPeople people;
    private final Ways ways;
    private final int columns;
    private final boolean isEachAge;
    /** By cohort, how many columns are complete. */
    private final int[] complete;

    /** Of everybody together, whatever the question's split. */
    public RetentionAnalysis(EventLog log, Conditions conditions, RetentionQuestion question) {
        this(
                question,
                FollowedPeople.together(log, conditions, question.following(), question.among(), PeopleGroups.NONE));
    }

    private RetentionAnalysis(RetentionQuestion question, FollowedPeople people) {
        this.question = question;
        this.people = people;
        columns = question.columns().size();
        isEachAge = question.isEachAge();
        ways = Ways.of(
                people.log(),
                people.conditions(),
                people.periods(),
                question.following(),
                question.returns().stream().map(Returning::what).toList(),
                question.lastAge());
        complete = people.cohorts(question.columns(), new long[people.periods().size()]).stream()
                .mapToInt(Cohort::completeColumns)
                .toArray();
    }

    /** One pass; where it is split by a property, a few more before, to find the values. */
    public static RetentionAnswer answer(
            EventLog log, ScanRunner runner, Conditions conditions, RetentionQuestion question) {
        FollowedPeople people =
                FollowedPeople.of(log, runner, conditions, question.following(), question.among(), question.split());
        return runner.run(log, new RetentionAnalysis(question, people));
    }

    @Override
    public Partial empty() {
        return new Partial();
    }

    @Override
    public void scan(Shard shard, Partial partial) {
        ways.firstDays(shard)
                .ifPresentOrElse(
                        days -> byFirstDays(shard, days, partial),
                        () -> byReturns(shard, new Returns(ways, shard), partial));
    }

    private void byFirstDays(Shard shard, long[][] days, Partial partial) {
        partial.batch.stand(days);
        people.each(shard, (person, at, in, count) -> {
            int cohort = at.cohort();
            for (int i = 0; i < count; i++) {
                partial.batch.add(partial.started(in[i], cohort), person);
            }
        });
        partial.batch.settle();
    }

    private void byReturns(Shard shard, Returns returns, Partial partial) {
        people.each(shard, (person, at, in, count) -> {
            int cohort = at.cohort();
            long[] ages = returns.of(person, cohort, at.row());
            for (int i = 0; i < count; i++) {
                partial.waiting.add(partial.started(in[i], cohort), ages);
            }
        });
    }

    @Override
    public void merge(Partial into, Partial from) {
        from.waiting.settle();
        Sums.add(into.size, from.size);
        for (int way = 0; way < into.returned.length; way++) {
            into.returned[way].add(from.returned[way]);
        }
    }

    @Override
    public RetentionAnswer finish(Partial partial) {
        List<Told> told = people.groups().told(Sums.each(partial.size));
        List<Cohort> cohorts = people.cohorts(question.columns(), partial.size[0]);
        List<Triangle> triangles = IntStream.range(0, partial.returned.length)
                .parallel()
                .mapToObj(way -> triangle(way, partial, cohorts, told))
                .toList();
        return new RetentionAnswer(
                cohorts, triangles, told.stream().map(Told::group).toList());
    }

    private Triangle triangle(int way, Partial partial, List<Cohort> cohorts, List<Told> shown) {
        int[][][] returned = IntStream.range(0, partial.size.length)
                .mapToObj(group -> partial.returned(way, group))
                .toArray(int[][][]::new);
        Counted whole = Counted.ofCohorts(cohorts, partial.size[0], returned[0], columns);
        Counted[] told = shown.stream()
                .map(group ->
                        Counted.ofCohorts(cohorts, partial.size[group.number()], returned[group.number()], columns))
                .toArray(Counted[]::new);
        boolean onceEach = question.following().start().entry() != Entry.EVERY_PERIOD;
        Apart apart = onceEach ? Apart.of(whole) : Apart.NONE;
        return new Triangle(
                question.returns().get(way).name(),
                Arrays.stream(returned[0]).map(RetentionAnalysis::list).toList(),
                line(whole, cohorts),
                apart,
                Arrays.stream(told).map(group -> line(group, cohorts)).toList(),
                onceEach ? Apart.of(whole.ofGroups(told)) : Apart.NONE,
                people.groups().isOneEach() ? Mix.of(apart, shown, told) : List.of(),
                isEachAge && onceEach ? steps(cohorts, returned[0], partial.returned[way].stayed()) : List.of());
    }

    private static List<Long> list(int... counts) {
        long[] list = new long[counts.length];
        for (int i = 0; i < counts.length; i++) {
            list[i] = counts[i];
        }
        return LongImmutableList.of(list);
    }

    private Line line(Counted counted, List<Cohort> cohorts) {
        int[] complete = new int[columns];
        for (int cohort = 0; cohort < cohorts.size(); cohort++) {
            for (int column = 0; column < columns; column++) {
                complete[column] += counted.size()[cohort][column] > 0 ? 1 : 0;
            }
        }
        List<Pooled> pooled = new ArrayList<>();
        for (int column = 0; column < columns; column++) {
            long size = counted.allSize()[column];
            pooled.add(new Pooled(
                    complete[column],
                    size == 0 ? Optional.empty() : Optional.of(Share.of(counted.allBack()[column], size))));
        }
        return new Line(pooled);
    }

    /** Of the same people at both ages, those of the cohorts complete at the later one. At age 0 nearly all are there: it is no step. */
    private List<Step> steps(List<Cohort> cohorts, int[][] returned, int... stayed) {
        long[] members = new long[columns];
        long[] before = new long[columns];
        long[] then = new long[columns];
        for (int cohort = 0; cohort < returned.length; cohort++) {
            for (int to = 2; to < cohorts.get(cohort).completeColumns(); to++) {
                members[to] += cohorts.get(cohort).size();
                before[to] += returned[cohort][to - 1];
                then[to] += returned[cohort][to];
            }
        }
        List<Step> steps = new ArrayList<>();
        for (int to = 2; to < columns && members[to] > 0; to++) {
            steps.add(new Step(
                    to,
                    members[to],
                    Difference.ofTheSame(members[to], before[to] - stayed[to], then[to] - stayed[to])));
        }
        return steps;
    }
}
