package coldtide.core.register;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import coldtide.core.RandomHistory;
import coldtide.core.RandomHistory.Event;
import coldtide.core.filter.BitMasks;
import coldtide.core.filter.Conditions;
import coldtide.core.filter.EventCondition;
import coldtide.core.filter.PeopleList;
import coldtide.core.filter.PersonCondition;
import coldtide.core.filter.PersonCondition.Did;
import coldtide.core.filter.Window;
import coldtide.core.log.EventLog;
import coldtide.core.log.PersonEvent;
import coldtide.core.log.PersonEvents;
import coldtide.core.log.PersonEvents.Place;
import coldtide.core.log.SessionRows;
import coldtide.core.log.Shard;
import coldtide.core.log.rule.RevenueType;
import coldtide.core.register.RegisterQuestion.By;
import coldtide.core.register.RegisterQuestion.Order;
import coldtide.core.scan.ScanRunner;
import java.time.Duration;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.function.ToDoubleFunction;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class RegisterTest {
    private static RegisterAnswer ask(EventLog log, RegisterQuestion question) {
        try (ScanRunner runner = new ScanRunner(2, Duration.ofMinutes(1))) {
            return Register.answer(log, runner, new Conditions(1 << 20), question);
        }
    }

    private static String name(long owner) {
        return owner > 0 ? "account " + owner : "install " + ~owner;
    }

    private static double revenue(RandomHistory history, List<Event> events) {
        long micros = 0;
        for (Event event : events) {
            if (event.money() != null) {
                long each = history.worth(event).orElse(0);
                micros += event.money().type() == RevenueType.REFUND ? -each : each;
            }
        }
        return micros;
    }

    @ParameterizedTest
    @ValueSource(longs = {91, 92})
    void everyOrderIsThatOfThePlainEvents(long seed) {
        RandomHistory history = new RandomHistory(seed, 150, 40);
        EventLog log = history.log(60, seed);
        Map<String, List<Event>> people = history.events.stream().collect(Collectors.groupingBy(Event::person));
        Map<By, ToDoubleFunction<List<Event>>> figures = Map.of(
                By.REVENUE, events -> revenue(history, events),
                By.EVENTS, List::size,
                By.ACTIVE_DAYS,
                        events -> events.stream()
                                .filter(Event::active)
                                .map(history::dayOf)
                                .distinct()
                                .count(),
                By.FIRST_SEEN, events -> events.get(0).timeMillis(),
                By.LAST_SEEN, events -> events.get(events.size() - 1).timeMillis());
        figures.forEach((by, figure) -> {
            for (boolean largestFirst : new boolean[] {true, false}) {
                RegisterAnswer answer = ask(
                        log,
                        new RegisterQuestion(
                                PersonCondition.EVERYBODY, new Order(by, "", largestFirst), List.of("item"), 10, 40));
                assertThat(answer.people()).isEqualTo(people.size());
                Comparator<Double> order = largestFirst ? Comparator.reverseOrder() : Comparator.naturalOrder();
                List<Double> expected = people.values().stream()
                        .map(figure::applyAsDouble)
                        .sorted(order)
                        .skip(10)
                        .limit(40)
                        .toList();
                assertThat(answer.rows().stream()
                                .map(row -> figure.applyAsDouble(people.get(name(row.owner()))))
                                .toList())
                        .as(by + " " + largestFirst)
                        .isEqualTo(expected);
            }
        });
    }

    @Test
    void byAPropertyThoseWithoutComeLastAndNobodyStandsTwice() {
        RandomHistory history = new RandomHistory(93, 120, 40);
        EventLog log = history.log(60, 1);
        RegisterQuestion question = new RegisterQuestion(
                Did.atLeast(1, EventCondition.named("app_open"), Window.EVER),
                new Order(By.PROPERTY, "item", false),
                List.of("item"),
                0,
                200);
        RegisterAnswer answer = ask(log, question);
        List<String> items = answer.rows().stream()
                .map(row -> row.values().get(0).orElse("~none"))
                .toList();
        assertThat(items).isSorted().contains("glass", "rope", "~none");
        assertThat(answer.rows().stream().map(PersonRow::owner)).doesNotHaveDuplicates();
        assertThat(answer.people()).isEqualTo(items.size());
        assertThatThrownBy(
                        () -> new RegisterQuestion(PersonCondition.EVERYBODY, Order.by(By.EVENTS), List.of(), -1, 10))
                .hasMessageContaining("not 10 after -1");
    }

    /** Handbook, Sessions, row by row: a session is of one install, and a longer silence of that install ends it. */
    @ParameterizedTest
    @ValueSource(longs = {94, 95})
    void everyActiveRowBelongsToTheSessionOfItsInstall(long seed) {
        EventLog log = new RandomHistory(seed, 150, 40).log(70, seed);
        long gap = log.settings().sessionGap().toMillis();
        for (Shard shard : log.shards()) {
            SessionRows rows = new SessionRows(log, shard);
            for (int person = shard.person(0); person < shard.people(); person = shard.person(person + 1)) {
                rows.person(person);
                Map<Long, Integer> open = new HashMap<>();
                Map<Long, Long> last = new HashMap<>();
                Map<Integer, Long> begun = new HashMap<>();
                for (PersonEvent event : PersonEvents.of(log, new Place(shard, person))) {
                    int session = rows.of(event.row());
                    if (log.isPassive(shard.eventName[event.row()])) {
                        assertThat(session).isEqualTo(SessionRows.NONE);
                        continue;
                    }
                    boolean goesOn =
                            last.containsKey(event.install()) && event.timeMillis() - last.get(event.install()) <= gap;
                    if (goesOn) {
                        assertThat(session).isEqualTo(open.get(event.install()));
                    } else {
                        assertThat(begun).doesNotContainKey(session);
                        assertThat(shard.sessionRow[session]).isEqualTo(event.row());
                        assertThat(shard.sessionDay[session]).isEqualTo(shard.eventDay[event.row()]);
                        begun.put(session, event.timeMillis());
                    }
                    open.put(event.install(), session);
                    last.put(event.install(), event.timeMillis());
                    assertThat(event.timeMillis() - begun.get(session))
                            .isLessThanOrEqualTo(shard.sessionMillis[session]);
                }
                assertThat(begun).hasSize(shard.sessionFrom[person + 1] - shard.sessionFrom[person]);
                open.forEach((install, session) ->
                        assertThat(last.get(install) - begun.get(session)).isEqualTo(shard.sessionMillis[session]));
            }
        }
    }

    @Test
    void aDiaryHoldsEveryEventOnceNewestFirst() {
        RandomHistory history = new RandomHistory(96, 60, 30);
        EventLog log = history.log(60, 1);
        long owner = log.shards().get(0).owner[log.shards().get(0).person(0)];
        Place place = PersonEvents.find(log, owner).orElseThrow();
        List<Event> events = history.events.stream()
                .filter(event -> event.person().equals(name(owner)))
                .toList();
        PersonLog whole = PersonLog.of(log, place, 0, 1_000);
        assertThat(whole.page().stream()
                        .mapToInt(entry -> entry.events().size())
                        .sum())
                .isEqualTo(events.size());
        assertThat(whole.page().stream().map(PersonLog.Entry::starts).toList())
                .isSortedAccordingTo(Comparator.reverseOrder());
        assertThat(whole.installs().stream().map(PersonLog.InstallView::install))
                .containsExactlyInAnyOrderElementsOf(
                        events.stream().map(Event::install).distinct().toList());
        PersonLog rest = PersonLog.of(log, place, 1, 2);
        assertThat(rest.page()).isEqualTo(whole.page().stream().skip(1).limit(2).toList());
        PersonEvent first = whole.page().get(whole.page().size() - 1).events().get(0);
        assertThat(first.context()).containsKeys("platform", "app_version");
    }

    /** A list made while an install had no name holds the person who turns out to be its owner. */
    @Test
    void aListFollowsPeopleWhenTheyNameAnAccount() {
        RandomHistory named = new RandomHistory(97, 80, 30);
        RandomHistory nameless = new RandomHistory(97, 80, 30).withoutAccounts();
        EventLog before = nameless.log(50, 1);
        PersonCondition some = Did.atLeast(1, EventCondition.named("purchase"), Window.EVER);
        long[] owners = Register.owners(before, new Conditions(1 << 20), some);
        PersonCondition listed = new PersonCondition.Listed(new PeopleList(owners));
        assertThat(ask(before, everyone(listed)).people()).isEqualTo(owners.length);

        EventLog after = named.log(50, 2);
        Conditions conditions = new Conditions(1 << 20);
        for (Shard shard : after.shards()) {
            long[] bits = conditions.of(after, listed).bits(shard);
            for (int person = shard.person(0); person < shard.people(); person = shard.person(person + 1)) {
                String name = name(shard.owner[person]);
                boolean holdsOne = named.events.stream()
                        .filter(event -> event.person().equals(name) && event.account() == 0)
                        .anyMatch(
                                event -> java.util.Arrays.stream(owners).anyMatch(owner -> owner == ~event.install()));
                assertThat(BitMasks.has(bits, person)).as(name).isEqualTo(holdsOne);
            }
        }
    }

    private static RegisterQuestion everyone(PersonCondition among) {
        return new RegisterQuestion(among, Order.by(By.EVENTS), List.of(), 0, 1);
    }
}
