package coldtide.core.retention.churn;

import coldtide.core.filter.Conditions;
import coldtide.core.log.EventLog;
import coldtide.core.log.Shard;
import coldtide.core.retention.FollowedPeople;
import coldtide.core.retention.PeopleGroups.Told;
import coldtide.core.scan.Analysis;
import coldtide.core.scan.ArraySums;
import coldtide.core.scan.ScanRunner;
import coldtide.core.stats.LogRank;
import coldtide.core.stats.ProductLimit;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;

/** Time to churn ({@link ChurnRule}) as product-limit curves, compared by the log-rank test (handbook, Retention and value). */
public final class SurvivalAnalysis implements Analysis<SurvivalAnalysis.Partial, SurvivalAnswer> {
    /** By group and day since the start: who went quiet on it, and who was followed up to it; by group, who is too young. */
    static final class Partial {
        final long[][] gone;
        final long[][] open;
        final long[] tooYoung;
        /** Users in more groups than one. */
        long several;

        Partial(int groups, int days) {
            gone = new long[groups][days];
            open = new long[groups][days];
            tooYoung = new long[groups];
        }
    }

    private final FollowedPeople people;
    private final ChurnRule going;

    private SurvivalAnalysis(SurvivalQuestion question, FollowedPeople people) {
        this.people = people;
        going = new ChurnRule(people.log(), question.quietDays());
    }

    /** One pass; where it is split by a property, a few more before, to find the values. */
    public static SurvivalAnswer answer(
            EventLog log, ScanRunner runner, Conditions conditions, SurvivalQuestion question) {
        FollowedPeople people =
                FollowedPeople.of(log, runner, conditions, question.following(), question.among(), question.split());
        return runner.run(log, new SurvivalAnalysis(question, people));
    }

    @Override
    public Partial empty() {
        return new Partial(people.groups().size(), people.log().days() + 2);
    }

    @Override
    public void scan(Shard shard, Partial partial) {
        people.each(shard, (person, at, in, count) -> {
            partial.several += count > 2 ? 1 : 0;
            int start = shard.eventDay[at.row()];
            int known = going.known(start);
            int goneOn = going.goneOn(shard, person, start);
            for (int i = 0; i < count; i++) {
                count(partial, in[i], known, goneOn);
            }
        });
    }

    private static void count(Partial partial, int group, int known, int goneOn) {
        if (known <= 0) {
            partial.tooYoung[group]++;
        } else if (goneOn == ChurnRule.OPEN) {
            partial.open[group][known]++;
        } else {
            partial.gone[group][goneOn]++;
        }
    }

    @Override
    public void merge(Partial into, Partial from) {
        ArraySums.add(into.gone, from.gone);
        ArraySums.add(into.open, from.open);
        ArraySums.add(into.tooYoung, from.tooYoung);
        into.several += from.several;
    }

    @Override
    public SurvivalAnswer finish(Partial partial) {
        List<Told> told = people.groups().told(followed(partial));
        List<ProductLimit> lines = told.stream()
                .map(group -> ProductLimit.of(partial.gone[group.number()], partial.open[group.number()]))
                .toList();
        ProductLimit all = ProductLimit.of(partial.gone[0], partial.open[0]);
        boolean isTested = lines.stream().filter(line -> line.people() > 0).count() > 1 && partial.several == 0;
        return new SurvivalAnswer(
                all,
                partial.tooYoung[0],
                told.stream().map(Told::group).toList(),
                lines,
                isTested ? Optional.of(test(partial)) : Optional.empty());
    }

    private static long[] followed(Partial partial) {
        long[] people = partial.tooYoung.clone();
        ArraySums.add(people, ArraySums.each(partial.gone));
        ArraySums.add(people, ArraySums.each(partial.open));
        return people;
    }

    /** All users together is no group beside the others. */
    private static LogRank test(Partial partial) {
        int groups = partial.gone.length;
        return LogRank.of(Arrays.copyOfRange(partial.gone, 1, groups), Arrays.copyOfRange(partial.open, 1, groups));
    }
}
