package coldtide.core.retention;

import coldtide.core.log.EventLog;
import coldtide.core.log.Shard;
import coldtide.core.retention.PeopleGroups.Told;
import coldtide.core.scan.Analysis;
import coldtide.core.scan.ScanRunner;
import coldtide.core.stats.LogRank;
import coldtide.core.stats.ProductLimit;
import coldtide.core.who.Conditions;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;

/**
 * Time until people go quiet. Whoever was last active on day k since their start and then for so many whole days not, went quiet on
 * day k + 1. Whether somebody is quiet is known of every day up to the one from which on the quiet length has passed in the data; who
 * was not quiet up to it is open from it on, the same for all, so that how long one waited has no part in who is open.
 */
public final class SurvivalAnalysis implements Analysis<SurvivalAnalysis.Partial, SurvivalAnswer> {
    /** By group and day since the start: who went quiet on it, and who was followed up to it; by group, who is too young. */
    static final class Partial {
        final long[][] gone;
        final long[][] open;
        final long[] tooYoung;
        /** People in more groups than one. */
        long several;

        Partial(int groups, int days) {
            gone = new long[groups][days];
            open = new long[groups][days];
            tooYoung = new long[groups];
        }
    }

    private final SurvivalQuestion question;
    private final FollowedPeople people;
    /** The day on which nobody's being quiet is known any more. */
    private final int knownTo;

    private SurvivalAnalysis(SurvivalQuestion question, FollowedPeople people) {
        this.question = question;
        this.people = people;
        EventLog log = people.log();
        knownTo = log.dayNumber(log.endOfFullDays()) - question.quietDays();
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
            int last = lastBeforeQuiet(shard, person, start);
            for (int i = 0; i < count; i++) {
                count(partial, in[i], start, last);
            }
        });
    }

    private void count(Partial partial, int group, int start, int last) {
        if (start >= knownTo) {
            partial.tooYoung[group]++;
        } else if (last < knownTo) {
            partial.gone[group][last - start + 1]++;
        } else {
            partial.open[group][knownTo - start]++;
        }
    }

    /** The last active day, the start's own among them, before the first quiet days. */
    private int lastBeforeQuiet(Shard shard, int person, int start) {
        int last = start;
        for (int i = shard.activeFrom[person]; i < shard.activeFrom[person + 1]; i++) {
            int day = shard.activeDay[i];
            if (day > last) {
                if (day - last - 1 >= question.quietDays()) {
                    return last;
                }
                last = day;
            }
        }
        return last;
    }

    @Override
    public void merge(Partial into, Partial from) {
        Sums.add(into.gone, from.gone);
        Sums.add(into.open, from.open);
        Sums.add(into.tooYoung, from.tooYoung);
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
        Sums.add(people, Sums.each(partial.gone));
        Sums.add(people, Sums.each(partial.open));
        return people;
    }

    /** Everybody together is no group beside the others. */
    private static LogRank test(Partial partial) {
        int groups = partial.gone.length;
        return LogRank.of(Arrays.copyOfRange(partial.gone, 1, groups), Arrays.copyOfRange(partial.open, 1, groups));
    }
}
