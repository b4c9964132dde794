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
    /**
     * Cohort sizes by group; those who came back by way, group, cohort and column; by way and column those back there and in the one
     * before, of cohorts complete there. Counts of people are ints: they are scattered over much memory, and half of it is half the
     * waiting.
     */
    static final class Partial {
        final long[][] size;
        final int[][][][] returned;
        final int[][] stayed;

        Partial(int ways, int groups, int cohorts, int columns) {
            size = new long[groups][cohorts];
            returned = new int[ways][groups][cohorts][columns];
            stayed = new int[ways][columns];
        }
    }

    private final RetentionQuestion question;
    private final FollowedPeople people;
    private final long[] columns;
    private final int[] firstAges;
    private final boolean isEachAge;
    /** By cohort, the columns that are complete as bits. */
    private final long[] complete;

    /** Of everybody together, whatever the question's split. */
    public RetentionAnalysis(EventLog log, Conditions conditions, RetentionQuestion question) {
        this(
                question,
                FollowedPeople.together(log, conditions, question.following(), question.among(), PeopleGroups.NONE));
    }

    private RetentionAnalysis(RetentionQuestion question, FollowedPeople people) {
        this.question = question;
        this.people = people;
        columns = question.columns().stream().mapToLong(Ages::bits).toArray();
        firstAges = question.columns().stream().mapToInt(Ages::from).toArray();
        isEachAge = question.isEachAge();
        complete = people.cohorts(question.columns(), new long[people.periods().size()]).stream()
                .mapToLong(cohort -> cohort.completeColumns() == 0 ? 0 : -1L >>> 64 - cohort.completeColumns())
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
        return new Partial(
                question.returns().size(),
                people.groups().size(),
                people.periods().size(),
                columns.length);
    }

    @Override
    public void scan(Shard shard, Partial partial) {
        Returns returns = new Returns(
                people.log(),
                people.conditions(),
                shard,
                people.periods(),
                question.following(),
                question.returns().stream().map(Returning::what).toList(),
                question.lastAge());
        people.each(shard, (person, at, in, count) -> {
            int cohort = at.cohort();
            for (int i = 0; i < count; i++) {
                partial.size[in[i]][cohort]++;
            }
            long[] ages = returns.of(person, cohort, at.row());
            for (int way = 0; way < ages.length; way++) {
                long back = columnsOf(ages[way]);
                long stayed = back & back << 1 & complete[cohort];
                // The first group is that of all, in which everybody is.
                count(back, partial.returned[way][in[0]][cohort], stayed, partial.stayed[way]);
                for (int i = 1; i < count; i++) {
                    count(back, partial.returned[way][in[i]][cohort]);
                }
            }
        });
    }

    /** Both in one loop, since where one ends is what costs most. @param fewer some of {@code bits} */
    private static void count(long bits, int[] counts, long fewer, int[] fewerCounts) {
        for (long left = bits; left != 0; left &= left - 1) {
            int at = Long.numberOfTrailingZeros(left);
            counts[at]++;
            fewerCounts[at] += (int) (fewer >>> at & 1);
        }
    }

    private static void count(long bits, int[] counts) {
        for (long left = bits; left != 0; left &= left - 1) {
            counts[Long.numberOfTrailingZeros(left)]++;
        }
    }

    /** In which columns somebody who came back at some ages is: only in those that begin by the last of them. */
    private long columnsOf(long ages) {
        if (isEachAge) {
            return ages;
        }
        long back = 0;
        int last = 63 - Long.numberOfLeadingZeros(ages);
        for (int column = 0; column < columns.length && firstAges[column] <= last; column++) {
            back |= (ages & columns[column]) != 0 ? 1L << column : 0;
        }
        return back;
    }

    @Override
    public void merge(Partial into, Partial from) {
        Sums.add(into.size, from.size);
        Sums.add(into.stayed, from.stayed);
        for (int way = 0; way < into.returned.length; way++) {
            for (int group = 0; group < into.returned[way].length; group++) {
                Sums.add(into.returned[way][group], from.returned[way][group]);
            }
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
        int[][][] returned = partial.returned[way];
        Counted whole = Counted.ofCohorts(cohorts, partial.size[0], returned[0], columns.length);
        Counted[] told = shown.stream()
                .map(group -> Counted.ofCohorts(
                        cohorts, partial.size[group.number()], returned[group.number()], columns.length))
                .toArray(Counted[]::new);
        boolean onceEach = question.following().start().entry() != Entry.EVERY_PERIOD;
        Apart apart = onceEach ? Apart.of(whole) : Apart.NONE;
        return new Triangle(
                question.returns().get(way).name(),
                Arrays.stream(returned[0])
                        .map(cohort ->
                                Arrays.stream(cohort).asLongStream().boxed().toList())
                        .toList(),
                line(whole, cohorts),
                apart,
                Arrays.stream(told).map(group -> line(group, cohorts)).toList(),
                onceEach ? Apart.of(whole.ofGroups(told)) : Apart.NONE,
                people.groups().isOneEach() ? Mix.of(apart, shown, told) : List.of(),
                isEachAge && onceEach ? steps(cohorts, returned[0], partial.stayed[way]) : List.of());
    }

    private Line line(Counted counted, List<Cohort> cohorts) {
        int[] complete = new int[columns.length];
        for (int cohort = 0; cohort < cohorts.size(); cohort++) {
            for (int column = 0; column < columns.length; column++) {
                complete[column] += counted.size()[cohort][column] > 0 ? 1 : 0;
            }
        }
        List<Pooled> pooled = new ArrayList<>();
        for (int column = 0; column < columns.length; column++) {
            long size = counted.allSize()[column];
            pooled.add(new Pooled(
                    complete[column],
                    size == 0 ? Optional.empty() : Optional.of(Share.of(counted.allBack()[column], size))));
        }
        return new Line(pooled);
    }

    /** Of the same people at both ages, those of the cohorts complete at the later one. At age 0 nearly all are there: it is no step. */
    private List<Step> steps(List<Cohort> cohorts, int[][] returned, int... stayed) {
        long[] members = new long[columns.length];
        long[] before = new long[columns.length];
        long[] then = new long[columns.length];
        for (int cohort = 0; cohort < returned.length; cohort++) {
            for (int to = 2; to < cohorts.get(cohort).completeColumns(); to++) {
                members[to] += cohorts.get(cohort).size();
                before[to] += returned[cohort][to - 1];
                then[to] += returned[cohort][to];
            }
        }
        List<Step> steps = new ArrayList<>();
        for (int to = 2; to < columns.length && members[to] > 0; to++) {
            steps.add(new Step(
                    to,
                    members[to],
                    Difference.ofTheSame(members[to], before[to] - stayed[to], then[to] - stayed[to])));
        }
        return steps;
    }
}
