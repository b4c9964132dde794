package coldtide.bench;

import coldtide.core.filter.Conditions;
import coldtide.core.filter.EventCondition;
import coldtide.core.filter.PersonCondition;
import coldtide.core.filter.PersonCondition.Did;
import coldtide.core.filter.PersonCondition.Which;
import coldtide.core.filter.Window;
import coldtide.core.filter.value.ValueTest;
import coldtide.core.log.EventLog;
import coldtide.core.measure.users.PeopleCount;
import coldtide.core.measure.users.PeopleQuestion;
import coldtide.core.scan.ScanRunner;
import java.time.Duration;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/** What each kind of condition costs: asked for the first time, asked again, and in bytes kept. */
final class ConditionCosts {
    private final EventLog log;
    private final ScanRunner runner;
    private final int rounds;

    private ConditionCosts(EventLog log, ScanRunner runner, int rounds) {
        this.log = log;
        this.runner = runner;
        this.rounds = rounds;
    }

    /**
     * What a condition costs.
     *
     * @param people for whom it holds
     * @param first and {@code again} in milliseconds
     */
    private record Cost(String condition, long people, double first, double again, long bytes) {
        void print() {
            System.out.printf("%-52s %9.2f %9.2f %,12d %,12d%n", condition, first, again, bytes, people);
        }
    }

    private static Map<String, PersonCondition> conditions() {
        EventCondition lit = EventCondition.named("beacon_lit");
        EventCondition stars = new EventCondition.Property("stars", ValueTest.Within.atLeast(3));
        EventCondition model = new EventCondition.Property("device_model", new ValueTest.Contains("a"));
        EventCondition version = new EventCondition.Property("app_version", new ValueTest.Matches("^1\\.[4-6]\\."));
        Map<String, PersonCondition> all = new LinkedHashMap<>();
        all.put("did an event", Did.atLeast(1, lit, Window.EVER));
        all.put("did an event 5 times in the first week", Did.atLeast(5, lit, new Window.OfPerson(0, 6)));
        all.put("did not do an event", Did.never(EventCondition.named("purchase"), Window.EVER));
        all.put("did an event with a number of 3 or more", Did.atLeast(1, EventCondition.all(lit, stars), Window.EVER));
        all.put("did an event where a context contains a text", Did.atLeast(1, model, Window.EVER));
        all.put("did an event where a context matches", Did.atLeast(1, version, Window.EVER));
        all.put("did anything active", Did.atLeast(1, new EventCondition.Active(), Window.EVER));
        all.put(
                "did an event for the first time in a week",
                new PersonCondition.FirstDid(lit, new Window.OfPerson(7, 13)));
        all.put(
                "did one event, then another within an hour",
                new PersonCondition.Then(
                        EventCondition.named("shop_opened"),
                        EventCondition.named("purchase"),
                        Duration.ofHours(1),
                        Window.EVER));
        ValueTest portugal = new ValueTest.IsOneOf(Set.of("PT"));
        all.put("first country is one", new PersonCondition.Property("country", Which.FIRST, portugal));
        all.put("latest country is one", new PersonCondition.Property("country", Which.LATEST, portugal));
        all.put("all of the above, together", new PersonCondition.Either(List.copyOf(all.values())));
        return all;
    }

    static void print(EventLog log, ScanRunner runner, int rounds) {
        ConditionCosts costs = new ConditionCosts(log, runner, rounds);
        System.out.printf("%n%-52s %9s %9s %12s %12s%n", "condition", "first, ms", "again, ms", "bytes kept", "people");
        conditions().forEach((name, condition) -> costs.cost(name, condition).print());
    }

    private Cost cost(String name, PersonCondition condition) {
        double[] first = new double[rounds];
        double[] again = new double[rounds];
        long people = 0;
        long bytes = 0;
        for (int round = 0; round < rounds; round++) {
            Conditions fresh = new Conditions(1L << 30);
            long began = System.nanoTime();
            people = count(fresh, condition);
            long between = System.nanoTime();
            count(fresh, condition);
            first[round] = (between - began) / 1e6;
            again[round] = (System.nanoTime() - between) / 1e6;
            bytes = fresh.bytes();
        }
        return new Cost(name, people, Bench.median(first), Bench.median(again), bytes);
    }

    private long count(Conditions conditions, PersonCondition condition) {
        return PeopleCount.answer(log, runner, conditions, new PeopleQuestion(condition, Optional.empty()))
                .people();
    }
}
