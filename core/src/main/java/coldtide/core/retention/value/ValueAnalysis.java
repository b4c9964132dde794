package coldtide.core.retention.value;

import coldtide.core.filter.Conditions;
import coldtide.core.log.EventLog;
import coldtide.core.log.Shard;
import coldtide.core.retention.FollowedPeople;
import coldtide.core.retention.PeopleGroups.Told;
import coldtide.core.retention.cohort.Ages;
import coldtide.core.retention.cohort.Cohort;
import coldtide.core.scan.Analysis;
import coldtide.core.scan.ArraySums;
import coldtide.core.scan.ScanRunner;
import coldtide.core.stats.Mean;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;

/**
 * Computes lifetime value: the value of each cohort member up to each age. Sums of money are whole millionths and so the same in
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

    private final ValueQuestion question;
    private final FollowedPeople people;
    private final List<Ages> columns;
    private final double unit;

    private ValueAnalysis(ValueQuestion question, FollowedPeople people) {
        this.question = question;
        this.people = people;
        columns = Ages.each(question.ages());
        unit = question.worth().kind().isMoney() ? MICROS : 1;
    }

    /** One pass; where it is split by a property, a few more before, to find the values. */
    public static ValueAnswer answer(EventLog log, ScanRunner runner, Conditions conditions, ValueQuestion question) {
        FollowedPeople people =
                FollowedPeople.of(log, runner, conditions, question.following(), question.among(), question.split());
        return runner.run(log, new ValueAnalysis(question, people));
    }

    @Override
    public Partial empty() {
        return new Partial(people.groups().size(), people.periods().size(), columns.size());
    }

    @Override
    public void scan(Shard shard, Partial partial) {
        WorthByAge worth = new WorthByAge(people, shard, question);
        people.each(shard, (person, at, in, count) -> {
            double[] byAge = worth.of(person, at.cohort(), at.row());
            for (int i = 0; i < count; i++) {
                partial.add(in[i], at.cohort(), byAge);
            }
        });
        partial.withoutRate += worth.withoutRate();
    }

    @Override
    public void merge(Partial into, Partial from) {
        ArraySums.add(into.size, from.size);
        ArraySums.add(into.sum, from.sum);
        ArraySums.add(into.squares, from.squares);
        into.withoutRate += from.withoutRate;
    }

    @Override
    public ValueAnswer finish(Partial partial) {
        List<Cohort> cohorts = people.cohorts(columns, partial.size[0]);
        List<Told> told = people.groups().told(ArraySums.each(partial.size));
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
            long members = 0;
            double sum = 0;
            double squares = 0;
            for (int cohort = 0; cohort < cohorts.size(); cohort++) {
                if (cohorts.get(cohort).isCompleteAt(age)) {
                    members += partial.size[group][cohort];
                    sum += partial.sum[group][cohort][age] / unit;
                    squares += partial.squares[group][cohort][age] / (unit * unit);
                }
            }
            line.add(members == 0 ? Optional.empty() : Optional.of(Mean.of(members, sum, squares)));
        }
        return line;
    }
}
