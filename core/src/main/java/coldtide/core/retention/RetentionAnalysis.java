package coldtide.core.retention;

import coldtide.core.filter.Conditions;
import coldtide.core.log.EventLog;
import coldtide.core.log.Shard;
import coldtide.core.retention.PeopleGroups.Told;
import coldtide.core.retention.RetentionAnswer.Line;
import coldtide.core.retention.RetentionAnswer.Pooled;
import coldtide.core.retention.RetentionAnswer.Step;
import coldtide.core.retention.RetentionAnswer.Triangle;
import coldtide.core.retention.cohort.AgeColumns;
import coldtide.core.retention.cohort.Cohort;
import coldtide.core.retention.cohort.ReturnCriteria;
import coldtide.core.retention.cohort.ReturnCriterion;
import coldtide.core.retention.cohort.Returns;
import coldtide.core.retention.cohort.Start.Entry;
import coldtide.core.scan.Analysis;
import coldtide.core.scan.ArraySums;
import coldtide.core.scan.ScanRunner;
import coldtide.core.stats.Difference;
import coldtide.core.stats.Share;
import it.unimi.dsi.fastutil.longs.LongImmutableList;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;

/**
 * Counts the retention tables of all return criteria in one pass: each user's starts are found once, then the ages of the returns for each
 * criterion. Shares have Wilson intervals (handbook, Retention and value).
 */
public final class RetentionAnalysis implements Analysis<RetentionAnalysis.Partial, RetentionAnswer> {
    /** Cohort sizes by group, and returned users by criterion, with one row for each cohort of a group; the group of all users comes first. */
    final class Partial {
        private final long[][] size = new long[people.groups().size()][complete.length];
        private final BitCounts[] returned = new BitCounts[question.returns().size()];
        private final AgeColumns inColumns = new AgeColumns(question.columns(), isEachAge);
        private final UserBlock batch;
        private final CohortBuffer waiting;

        Partial() {
            int rows = size.length * complete.length;
            Arrays.setAll(returned, way -> new BitCounts(rows, columns, complete));
            batch = new UserBlock(rows, this::count);
            waiting = new CohortBuffer(returned.length, question.lastAge() + 1, rows, this::count);
        }

        /** Counts a user in; their row. */
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
    private final ReturnCriteria ways;
    private final int columns;
    private final boolean isEachAge;
    /** By cohort, how many columns are complete. */
    private final int[] complete;

    /** An analysis of all users together, without the question's split. */
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
        ways = ReturnCriteria.of(
                people.log(),
                people.conditions(),
                people.periods(),
                question.following(),
                question.returns().stream().map(ReturnCriterion::what).toList(),
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
        ArraySums.add(into.size, from.size);
        for (int way = 0; way < into.returned.length; way++) {
            into.returned[way].add(from.returned[way]);
        }
    }

    @Override
    public RetentionAnswer finish(Partial partial) {
        List<Told> told = people.groups().told(ArraySums.each(partial.size));
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
        CompleteCounts whole = CompleteCounts.ofCohorts(cohorts, partial.size[0], returned[0], columns);
        CompleteCounts[] told = shown.stream()
                .map(group -> CompleteCounts.ofCohorts(
                        cohorts, partial.size[group.number()], returned[group.number()], columns))
                .toArray(CompleteCounts[]::new);
        boolean onceEach = question.following().start().entry() != Entry.EVERY_PERIOD;
        SignificantCells apart = onceEach ? SignificantCells.of(whole) : SignificantCells.NONE;
        return new Triangle(
                question.returns().get(way).name(),
                Arrays.stream(returned[0]).map(RetentionAnalysis::list).toList(),
                line(whole, cohorts),
                apart,
                Arrays.stream(told).map(group -> line(group, cohorts)).toList(),
                onceEach ? SignificantCells.of(whole.ofGroups(told)) : SignificantCells.NONE,
                people.groups().isOneEach() ? MixEffect.of(apart, shown, told) : List.of(),
                isEachAge && onceEach ? steps(cohorts, returned[0], partial.returned[way].stayed()) : List.of());
    }

    private static List<Long> list(int... counts) {
        long[] list = new long[counts.length];
        for (int i = 0; i < counts.length; i++) {
            list[i] = counts[i];
        }
        return LongImmutableList.of(list);
    }

    private Line line(CompleteCounts counted, List<Cohort> cohorts) {
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

    /** Steps of the pooled curve, each over the cohorts complete at its later age. Age 0 is no step, because nearly all users are active then. */
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
