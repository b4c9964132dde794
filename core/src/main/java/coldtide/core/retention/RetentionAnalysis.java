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

    private final EventLog log;
    private final Conditions conditions;
    private final RetentionQuestion question;
    private final Periods periods;
    private final PeopleGroups groups;
    private final Conditions.Mask among;
    private final long[] columns;
    private final int[] firstAges;
    private final boolean isEachAge;
    /** By cohort, the columns that are complete as bits. */
    private final long[] complete;

    /** Of everybody together, whatever the question's split. */
    public RetentionAnalysis(EventLog log, Conditions conditions, RetentionQuestion question) {
        this(log, conditions, question, PeopleGroups.NONE);
    }

    private RetentionAnalysis(EventLog log, Conditions conditions, RetentionQuestion question, PeopleGroups groups) {
        this.log = log;
        this.conditions = conditions;
        this.question = question;
        this.groups = groups;
        periods = new Periods(log, question.following());
        among = conditions.of(log, question.among());
        columns = question.columns().stream().mapToLong(Ages::bits).toArray();
        firstAges = question.columns().stream().mapToInt(Ages::from).toArray();
        isEachAge = question.isEachAge();
        complete = cohorts(new long[periods.size()]).stream()
                .mapToLong(cohort -> cohort.completeColumns() == 0 ? 0 : -1L >>> 64 - cohort.completeColumns())
                .toArray();
    }

    /** One pass; where it is split by a property, a few more before, to find the values. */
    public static RetentionAnswer answer(
            EventLog log, ScanRunner runner, Conditions conditions, RetentionQuestion question) {
        return runner.run(log, of(log, runner, conditions, question));
    }

    static RetentionAnalysis of(EventLog log, ScanRunner runner, Conditions conditions, RetentionQuestion question) {
        PeopleGroups groups = PeopleGroups.of(
                log, runner, conditions, CellPeople.followed(question.following(), question.among()), question.split());
        return new RetentionAnalysis(log, conditions, question, groups);
    }

    @Override
    public Partial empty() {
        return new Partial(question.returns().size(), groups.size(), periods.size(), columns.length);
    }

    @Override
    public void scan(Shard shard, Partial partial) {
        long[] asked = among.bits(shard);
        Starts own = new Starts(log, conditions, shard, periods, question.following());
        Returns returns = new Returns(
                log,
                conditions,
                shard,
                periods,
                question.following(),
                question.returns().stream().map(Returning::what).toList(),
                question.lastAge());
        PeopleGroups.Cursor cursor = groups.over(shard);
        int[] in = new int[groups.size()];
        for (int person = shard.person(0, asked); person < shard.people(); person = shard.person(person + 1, asked)) {
            boolean more = own.first(person);
            int count = more ? cursor.of(person, in) : 0;
            for (; more; more = own.next()) {
                int cohort = own.cohort();
                for (int i = 0; i < count; i++) {
                    partial.size[in[i]][cohort]++;
                }
                long[] ages = returns.of(person, cohort, own.row());
                for (int way = 0; way < ages.length; way++) {
                    long back = columnsOf(ages[way]);
                    for (int i = 0; i < count; i++) {
                        count(back, partial.returned[way][in[i]][cohort]);
                    }
                    count(back & back << 1 & complete[cohort], partial.stayed[way]);
                }
            }
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
        List<Told> told = groups.told(Sums.each(partial.size));
        List<Cohort> cohorts = cohorts(partial.size[0]);
        List<Triangle> triangles = IntStream.range(0, partial.returned.length)
                .mapToObj(way -> triangle(way, partial, cohorts, told))
                .toList();
        return new RetentionAnswer(
                cohorts, triangles, told.stream().map(Told::group).toList());
    }

    private List<Cohort> cohorts(long... size) {
        return IntStream.range(0, periods.size())
                .mapToObj(number -> periods.cohort(number, size[number], question.columns()))
                .toList();
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
                groups.isOneEach() ? Mix.of(apart, shown, told) : List.of(),
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

    /** Of the same people at both ages: those of the cohorts complete at the later one. At age 0 all are there, or nearly: it is no step. */
    private List<Step> steps(List<Cohort> cohorts, int[][] returned, int... stayed) {
        long[] people = new long[columns.length];
        long[] before = new long[columns.length];
        long[] then = new long[columns.length];
        for (int cohort = 0; cohort < returned.length; cohort++) {
            for (int to = 2; to < cohorts.get(cohort).completeColumns(); to++) {
                people[to] += cohorts.get(cohort).size();
                before[to] += returned[cohort][to - 1];
                then[to] += returned[cohort][to];
            }
        }
        List<Step> steps = new ArrayList<>();
        for (int to = 2; to < columns.length && people[to] > 0; to++) {
            steps.add(new Step(
                    to, people[to], Difference.ofTheSame(people[to], before[to] - stayed[to], then[to] - stayed[to])));
        }
        return steps;
    }
}
