package coldtide.core.retention;

import coldtide.core.log.EventLog;
import coldtide.core.log.Shard;
import coldtide.core.retention.PeopleGroups.Told;
import coldtide.core.retention.RetentionAnswer.Cohort;
import coldtide.core.scan.Analysis;
import coldtide.core.scan.ScanRunner;
import coldtide.core.stats.Mean;
import coldtide.core.who.Conditions;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;

/**
 * What each member had brought by each age, added up from their start on. Sums of money are whole millionths and so the same in
 * whatever order shards are added; squares, of which only intervals are made, agree to about twelve digits.
 */
public final class ValueAnalysis implements Analysis<ValueAnalysis.Partial, ValueAnswer> {
    private static final double MICROS = 1e6;

    /** By group and cohort; sums and squares by age too, each with all ages before. */
    static final class Partial {
        final long[][] size;
        final double[][][] sum;
        final double[][][] squares;
        long withoutRate;

        Partial(int groups, int cohorts, int ages) {
            size = new long[groups][cohorts];
            sum = new double[groups][cohorts][ages];
            squares = new double[groups][cohorts][ages];
        }

        void add(int group, int cohort, double... byAge) {
            size[group][cohort]++;
            double sofar = 0;
            for (int age = 0; age < byAge.length; age++) {
                sofar += byAge[age];
                sum[group][cohort][age] += sofar;
                squares[group][cohort][age] += sofar * sofar;
            }
        }
    }

    private final EventLog log;
    private final Conditions conditions;
    private final ValueQuestion question;
    private final Periods periods;
    private final PeopleGroups groups;
    private final Conditions.Mask among;
    private final List<Ages> columns;
    private final double unit;

    private ValueAnalysis(EventLog log, Conditions conditions, ValueQuestion question, PeopleGroups groups) {
        this.log = log;
        this.conditions = conditions;
        this.question = question;
        this.groups = groups;
        periods = new Periods(log, question.following());
        among = conditions.of(log, question.among());
        columns = Ages.each(question.ages());
        unit = question.worth().kind().isMoney() ? MICROS : 1;
    }

    /** One pass; where it is split by a property, a few more before, to find the values. */
    public static ValueAnswer answer(EventLog log, ScanRunner runner, Conditions conditions, ValueQuestion question) {
        PeopleGroups groups = PeopleGroups.of(
                log, runner, conditions, CellPeople.followed(question.following(), question.among()), question.split());
        return runner.run(log, new ValueAnalysis(log, conditions, question, groups));
    }

    @Override
    public Partial empty() {
        return new Partial(groups.size(), periods.size(), columns.size());
    }

    @Override
    public void scan(Shard shard, Partial partial) {
        long[] asked = among.bits(shard);
        Starts own = new Starts(log, conditions, shard, periods, question.following());
        WorthByAge worth = new WorthByAge(log, conditions, shard, periods, question);
        PeopleGroups.Cursor cursor = groups.over(shard);
        int[] in = new int[groups.size()];
        for (int person = shard.person(0, asked); person < shard.people(); person = shard.person(person + 1, asked)) {
            for (boolean more = own.first(person); more; more = own.next()) {
                double[] byAge = worth.of(person, own.cohort(), own.row());
                int count = cursor.of(person, in);
                for (int i = 0; i < count; i++) {
                    partial.add(in[i], own.cohort(), byAge);
                }
            }
        }
        partial.withoutRate += worth.withoutRate();
    }

    @Override
    public void merge(Partial into, Partial from) {
        Sums.add(into.size, from.size);
        Sums.add(into.sum, from.sum);
        Sums.add(into.squares, from.squares);
        into.withoutRate += from.withoutRate;
    }

    @Override
    public ValueAnswer finish(Partial partial) {
        List<Cohort> cohorts = IntStream.range(0, periods.size())
                .mapToObj(number -> periods.cohort(number, partial.size[0][number], columns))
                .toList();
        List<Told> told = groups.told(Sums.each(partial.size));
        List<List<Double>> sums = Arrays.stream(partial.sum[0])
                .map(cohort ->
                        Arrays.stream(cohort).map(sum -> sum / unit).boxed().toList())
                .toList();
        return new ValueAnswer(
                cohorts,
                sums,
                line(0, partial, cohorts),
                told.stream().map(Told::group).toList(),
                told.stream()
                        .map(group -> line(group.number(), partial, cohorts))
                        .toList(),
                partial.withoutRate);
    }

    private List<Optional<Mean>> line(int group, Partial partial, List<Cohort> cohorts) {
        List<Optional<Mean>> line = new ArrayList<>();
        for (int age = 0; age < columns.size(); age++) {
            long people = 0;
            double sum = 0;
            double squares = 0;
            for (int cohort = 0; cohort < cohorts.size(); cohort++) {
                if (cohorts.get(cohort).isCompleteAt(age)) {
                    people += partial.size[group][cohort];
                    sum += partial.sum[group][cohort][age] / unit;
                    squares += partial.squares[group][cohort][age] / (unit * unit);
                }
            }
            line.add(people == 0 ? Optional.empty() : Optional.of(Mean.of(people, sum, squares)));
        }
        return line;
    }
}
