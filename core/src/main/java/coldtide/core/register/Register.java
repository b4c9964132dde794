package coldtide.core.register;

import coldtide.core.filter.Conditions;
import coldtide.core.filter.PersonCondition;
import coldtide.core.filter.value.PersonValues;
import coldtide.core.log.EventLog;
import coldtide.core.log.Shard;
import coldtide.core.register.RegisterQuestion.By;
import coldtide.core.scan.Analysis;
import coldtide.core.scan.ScanRunner;
import coldtide.core.scan.TopK;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;

/**
 * Users in order, page by page. One pass that keeps only as many as stand before the end of the page, so it costs a look at each
 * user and memory for the page.
 */
public final class Register implements Analysis<Register.Partial, RegisterAnswer> {
    /** A user and what they are ordered by: a number, or a text, or nothing. */
    private record Candidate(Shard shard, int person, boolean isSet, double number, String text) {
        long owner() {
            return shard.owner[person];
        }
    }

    /** The best so far. */
    static final class Partial {
        private final TopK<Candidate> best;
        private long people;

        private Partial(Comparator<Candidate> bestFirst, int room) {
            best = new TopK<>(bestFirst, room);
        }
    }

    private final EventLog log;
    private final RegisterQuestion question;
    private final Conditions.Mask among;
    private final int room;
    private final Comparator<Candidate> bestFirst;

    private Register(EventLog log, Conditions conditions, RegisterQuestion question) {
        this.log = log;
        this.question = question;
        among = conditions.of(log, question.among());
        room = question.from() + question.most();
        Comparator<Candidate> smallestFirst =
                Comparator.comparing(Candidate::text).thenComparingDouble(Candidate::number);
        bestFirst = Comparator.comparing(Candidate::isSet)
                .reversed()
                .thenComparing(question.order().largestFirst() ? smallestFirst.reversed() : smallestFirst)
                .thenComparingLong(Candidate::owner);
    }

    public static RegisterAnswer answer(
            EventLog log, ScanRunner runner, Conditions conditions, RegisterQuestion question) {
        return runner.run(log, new Register(log, conditions, question));
    }

    /** Whose the users are for whom a condition holds, in no order. */
    public static long[] owners(EventLog log, Conditions conditions, PersonCondition condition) {
        Conditions.Mask who = conditions.of(log, condition);
        List<Long> owners = new ArrayList<>();
        for (Shard shard : log.shards()) {
            long[] bits = who.bits(shard);
            for (int p = shard.person(0, bits); p < shard.people(); p = shard.person(p + 1, bits)) {
                owners.add(shard.owner[p]);
            }
        }
        return owners.stream().mapToLong(Long::longValue).toArray();
    }

    @Override
    public Partial empty() {
        return new Partial(bestFirst, room);
    }

    @Override
    public void scan(Shard shard, Partial partial) {
        long[] bits = among.bits(shard);
        PersonValues values = question.order().by() == By.PROPERTY
                ? new PersonValues(log, shard, question.order().property())
                : null;
        for (int person = shard.person(0, bits); person < shard.people(); person = shard.person(person + 1, bits)) {
            partial.people++;
            partial.best.offer(values == null ? byFigure(shard, person) : byProperty(shard, person, values));
        }
    }

    private Candidate byFigure(Shard shard, int person) {
        double figure = switch (question.order().by()) {
            case REVENUE -> PersonFigures.revenueMicros(shard, person);
            case PURCHASES -> PersonFigures.purchases(shard, person);
            case EVENTS -> shard.eventFrom[person + 1] - shard.eventFrom[person];
            case SESSIONS -> shard.sessionFrom[person + 1] - shard.sessionFrom[person];
            case ACTIVE_DAYS -> shard.activeFrom[person + 1] - shard.activeFrom[person];
            case FIRST_SEEN -> PersonFigures.firstMillis(log, shard, person);
            case LAST_SEEN -> PersonFigures.lastMillis(log, shard, person);
            case LAST_ACTIVE -> PersonFigures.lastActive(shard, person);
            case PROPERTY -> throw new IllegalStateException("A property is no figure.");
        };
        return new Candidate(shard, person, true, figure, "");
    }

    private Candidate byProperty(Shard shard, int person, PersonValues values) {
        if (!values.latest(person)) {
            return new Candidate(shard, person, false, 0, "");
        }
        return values.isText()
                ? new Candidate(shard, person, true, 0, log.texts().text((int) values.value()))
                : new Candidate(shard, person, true, values.value(), "");
    }

    @Override
    public void merge(Partial into, Partial from) {
        into.people += from.people;
        into.best.offerAll(from.best);
    }

    @Override
    public RegisterAnswer finish(Partial partial) {
        List<PersonRow> rows = partial.best.from(question.from()).stream()
                .map(each -> PersonFigures.row(log, each.shard(), each.person(), question.columns()))
                .toList();
        return new RegisterAnswer(partial.people, rows);
    }
}
