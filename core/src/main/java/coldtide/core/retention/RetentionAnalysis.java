package coldtide.core.retention;

import coldtide.core.log.EventLog;
import coldtide.core.log.Shard;
import coldtide.core.retention.RetentionAnswer.Cohort;
import coldtide.core.retention.RetentionAnswer.Pooled;
import coldtide.core.retention.RetentionAnswer.Triangle;
import coldtide.core.retention.Start.Entry;
import coldtide.core.scan.Analysis;
import coldtide.core.stats.Share;
import coldtide.core.who.Conditions;
import coldtide.core.who.EventCondition;
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
    /** Cohort sizes, and returned people by way, cohort and column. */
    static final class Partial {
        final long[] size;
        final long[][][] returned;

        Partial(int ways, int cohorts, int columns) {
            size = new long[cohorts];
            returned = new long[ways][cohorts][columns];
        }
    }

    private final EventLog log;
    private final RetentionQuestion question;
    private final Periods periods;
    private final Optional<Conditions.Mask> starts;
    private final List<Conditions.Mask> cameBack;
    private final Conditions.Mask among;
    private final long[] columns;
    private final int[] firstAges;

    public RetentionAnalysis(EventLog log, Conditions conditions, RetentionQuestion question) {
        this.log = log;
        this.question = question;
        periods = new Periods(log, question);
        starts = question.start().what().map(events -> conditions.of(log, events));
        cameBack = question.returns().stream()
                .map(way -> conditions.of(log, way.what().orElse(new EventCondition.Active())))
                .toList();
        among = conditions.of(log, question.among());
        columns = question.columns().stream().mapToLong(Ages::bits).toArray();
        firstAges = question.columns().stream().mapToInt(Ages::from).toArray();
    }

    @Override
    public Partial empty() {
        return new Partial(cameBack.size(), periods.size(), columns.length);
    }

    @Override
    public void scan(Shard shard, Partial partial) {
        long[] asked = among.bits(shard);
        Starts own = new Starts(
                shard,
                periods,
                question.start().entry(),
                starts.map(mask -> mask.bits(shard)).orElse(null),
                log.dayNumber(question.range().from()),
                log.dayNumber(question.range().to()));
        ReturnAges[] ways = IntStream.range(0, cameBack.size())
                .mapToObj(way -> ages(shard, way))
                .toArray(ReturnAges[]::new);
        for (int person = shard.person(0, asked); person < shard.people(); person = shard.person(person + 1, asked)) {
            for (boolean more = own.first(person); more; more = own.next()) {
                int cohort = own.cohort();
                partial.size[cohort]++;
                for (int way = 0; way < ways.length; way++) {
                    count(ways[way].of(person, cohort, own.row()), partial.returned[way][cohort]);
                }
            }
        }
    }

    private ReturnAges ages(Shard shard, int number) {
        Returning way = question.returns().get(number);
        return new ReturnAges(
                log,
                shard,
                periods,
                question,
                cameBack.get(number).bits(shard),
                way.what().isEmpty(),
                question.isStart(way));
    }

    /** Only columns that begin by the last age of a return: most people's is early. */
    private void count(long ages, long[] returned) {
        int last = 63 - Long.numberOfLeadingZeros(ages);
        for (int column = 0; column < columns.length && firstAges[column] <= last; column++) {
            returned[column] += (ages & columns[column]) != 0 ? 1 : 0;
        }
    }

    @Override
    public void merge(Partial into, Partial from) {
        add(into.size, from.size);
        for (int way = 0; way < into.returned.length; way++) {
            for (int cohort = 0; cohort < into.size.length; cohort++) {
                add(into.returned[way][cohort], from.returned[way][cohort]);
            }
        }
    }

    private static void add(long[] into, long[] from) {
        for (int i = 0; i < into.length; i++) {
            into[i] += from[i];
        }
    }

    @Override
    public RetentionAnswer finish(Partial partial) {
        List<Cohort> cohorts = IntStream.range(0, periods.size())
                .mapToObj(number -> periods.cohort(number, partial.size[number]))
                .toList();
        List<Triangle> triangles = new ArrayList<>();
        for (int way = 0; way < partial.returned.length; way++) {
            List<List<Long>> returned = Arrays.stream(partial.returned[way])
                    .map(cohort -> Arrays.stream(cohort).boxed().toList())
                    .toList();
            triangles.add(new Triangle(
                    question.returns().get(way).name(),
                    returned,
                    IntStream.range(0, columns.length)
                            .mapToObj(column -> pooled(cohorts, returned, column))
                            .toList(),
                    question.start().entry() == Entry.EVERY_PERIOD
                            ? Apart.NONE
                            : Apart.of(cohorts, returned, columns.length)));
        }
        return new RetentionAnswer(cohorts, triangles);
    }

    private static Pooled pooled(List<Cohort> cohorts, List<List<Long>> returned, int column) {
        int[] complete = IntStream.range(0, cohorts.size())
                .filter(number -> cohorts.get(number).isCompleteAt(column)
                        && cohorts.get(number).size() > 0)
                .toArray();
        long size = Arrays.stream(complete)
                .mapToLong(number -> cohorts.get(number).size())
                .sum();
        long back = Arrays.stream(complete)
                .mapToLong(number -> returned.get(number).get(column))
                .sum();
        return new Pooled(complete.length, size == 0 ? Optional.empty() : Optional.of(Share.of(back, size)));
    }
}
