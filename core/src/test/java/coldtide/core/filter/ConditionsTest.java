package coldtide.core.filter;

import static java.util.stream.Collectors.groupingBy;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import coldtide.core.RandomHistory;
import coldtide.core.RandomHistory.Event;
import coldtide.core.RandomHistory.Writing;
import coldtide.core.filter.EventCondition.Named;
import coldtide.core.filter.PersonCondition.Did;
import coldtide.core.filter.PersonCondition.Which;
import coldtide.core.filter.value.ValueTest;
import coldtide.core.filter.value.ValueTest.Contains;
import coldtide.core.filter.value.ValueTest.IsOneOf;
import coldtide.core.filter.value.ValueTest.IsSet;
import coldtide.core.filter.value.ValueTest.Matches;
import coldtide.core.filter.value.ValueTest.Within;
import coldtide.core.log.EventLog;
import coldtide.core.log.Shard;
import coldtide.core.time.DayRange;
import java.time.Duration;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.SplittableRandom;
import java.util.TreeMap;
import java.util.TreeSet;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class ConditionsTest {
    private static final LocalDate FIRST = LocalDate.of(2026, 3, 20);

    /** Conditions at random, of every kind. */
    private record Dice(SplittableRandom random) {
        private <T> T any(List<T> of) {
            return of.get(random.nextInt(of.size()));
        }

        ValueTest test() {
            return switch (random.nextInt(9)) {
                case 0 -> new IsSet();
                case 1 -> new IsOneOf(Set.of("ios", "1.1.0", "rope", "7"));
                case 2 -> new IsOneOf(Set.of("62.4"));
                case 3 -> new Contains(any(List.of("O", "1", ".", "zz")));
                case 4 -> new Matches(any(List.of("^(a|r)", "0$", "[0-9]{3}", "(o+)+s?")));
                case 5 -> Within.atLeast(7);
                case 6 -> Within.lessThan(7);
                case 7 -> Within.moreThan(62.4);
                default -> Within.atMost(300);
            };
        }

        String property() {
            return any(List.of("platform", "app_version", "level", "item", "never_sent"));
        }

        EventCondition event(int depth) {
            return switch (random.nextInt(depth > 0 ? 7 : 4)) {
                case 0, 1 ->
                    new Named(new TreeSet<>(List.of(any(RandomHistory.NAMES), any(RandomHistory.NAMES), "never_sent")));
                case 2 -> new EventCondition.Property(property(), test());
                case 3 -> new EventCondition.Active();
                case 4 -> EventCondition.all(event(depth - 1), event(depth - 1));
                case 5 -> new EventCondition.Either(List.of(event(depth - 1), event(depth - 1)));
                default -> new EventCondition.Not(event(depth - 1));
            };
        }

        Window window() {
            LocalDate from = FIRST.plusDays(random.nextInt(45) - 3);
            int day = random.nextInt(5);
            return switch (random.nextInt(3)) {
                case 0 -> Window.EVER;
                case 1 -> new Window.Days(new DayRange(from, from.plusDays(random.nextInt(1, 30))));
                default ->
                    new Window.OfPerson(day, random.nextInt(4) == 0 ? Integer.MAX_VALUE : day + random.nextInt(10));
            };
        }

        PersonCondition person(int depth) {
            long least = random.nextInt(4);
            return switch (random.nextInt(depth > 0 ? 8 : 5)) {
                case 0 -> new PersonCondition.Property(property(), any(List.of(Which.values())), test());
                case 1 -> new Did(event(1), least, least + random.nextInt(5), window());
                case 2 -> Did.atLeast(least, event(2), window());
                case 3 -> new PersonCondition.FirstDid(event(1), window());
                case 4 ->
                    new PersonCondition.Then(event(1), event(1), Duration.ofMinutes(random.nextInt(3000)), window());
                case 5 -> PersonCondition.all(person(depth - 1), person(depth - 1));
                case 6 -> new PersonCondition.Either(List.of(person(depth - 1), person(depth - 1)));
                default -> new PersonCondition.Not(person(depth - 1));
            };
        }
    }

    private static String nameOf(long owner) {
        return owner > 0 ? "account " + owner : "install " + ~owner;
    }

    private static Set<String> people(EventLog log, Conditions.Mask mask) {
        Set<String> people = new TreeSet<>();
        for (Shard shard : log.shards()) {
            long[] bits = mask.bits(shard);
            for (int p = shard.person(0); p < shard.people(); p = shard.person(p + 1)) {
                if (BitMasks.has(bits, p)) {
                    people.add(nameOf(shard.owner[p]));
                }
            }
        }
        return people;
    }

    private static long events(EventLog log, Conditions.Mask mask) {
        long events = 0;
        for (Shard shard : log.shards()) {
            long[] bits = mask.bits(shard);
            for (int p = shard.person(0); p < shard.people(); p = shard.person(p + 1)) {
                events += BitMasks.count(bits, shard.eventFrom[p], shard.eventFrom[p + 1]);
            }
        }
        return events;
    }

    private static Set<String> slowly(RandomHistory history, List<Event> events, PersonCondition condition) {
        NaiveConditions naive = new NaiveConditions(history);
        Map<String, List<Event>> people = events.stream().collect(groupingBy(Event::person));
        Set<String> found = new TreeSet<>();
        people.forEach((person, own) -> {
            if (naive.holds(own, condition)) {
                found.add(person);
            }
        });
        return found;
    }

    /** The same conditions are asked again and again while the log grows, so what was kept must still be true. */
    @ParameterizedTest
    @ValueSource(longs = {1, 2, 3, 4, 5, 6})
    void conditionsFindWhoAndWhatTheySay(long seed) {
        Dice dice = new Dice(new SplittableRandom(seed));
        RandomHistory history = new RandomHistory(seed, 60, 40).dropTies();
        Conditions conditions = new Conditions(seed % 2 == 0 ? 1L << 30 : 2_000);
        Writing writing = history.new Writing(90);
        List<PersonCondition> asked = new ArrayList<>();
        List<EventCondition> askedOfEvents = new ArrayList<>();
        List<Event> added = new ArrayList<>();
        for (Event event : history.shuffled(seed)) {
            writing.add(event);
            added.add(event);
            if (dice.random().nextInt(history.events.size() / 12) != 0) {
                continue;
            }
            EventLog log = writing.builder.build().orElseThrow();
            List<Event> owned = RandomHistory.owned(added);
            for (int i = 0; i < 25; i++) {
                asked.add(dice.person(2));
                askedOfEvents.add(dice.event(3));
            }
            for (PersonCondition condition : asked) {
                assertThat(people(log, conditions.of(log, condition)))
                        .as("%s, %s events, %s", history, added.size(), condition)
                        .isEqualTo(slowly(history, owned, condition));
            }
            NaiveConditions naive = new NaiveConditions(history);
            for (EventCondition condition : askedOfEvents) {
                assertThat(events(log, conditions.of(log, condition)))
                        .as("%s, %s events, %s", history, added.size(), condition)
                        .isEqualTo(owned.stream()
                                .filter(each -> naive.holds(each, condition))
                                .count());
            }
        }
        assertThat(asked).isNotEmpty();
    }

    /** A slow question may still be at an earlier moment's log, of which shards hold people who have since gone from them. */
    @ParameterizedTest
    @ValueSource(longs = {21, 22, 23})
    void whatIsKeptOfALaterLogIsTrueOfAnEarlierOne(long seed) {
        Dice dice = new Dice(new SplittableRandom(seed));
        RandomHistory history = new RandomHistory(seed, 60, 40).dropTies();
        Writing writing = history.new Writing(90);
        List<EventLog> logs = new ArrayList<>();
        for (Event event : history.shuffled(seed)) {
            writing.add(event);
            if (dice.random().nextInt(history.events.size() / 12) == 0) {
                logs.add(0, writing.builder.build().orElseThrow());
            }
        }
        assertThat(logs).hasSizeGreaterThan(2);
        Conditions kept = new Conditions(1L << 30);
        for (int i = 0; i < 40; i++) {
            PersonCondition condition = dice.person(2);
            for (EventLog log : logs) {
                assertThat(people(log, kept.of(log, condition)))
                        .as("%s, %s", history, condition)
                        .isEqualTo(people(log, new Conditions(1L << 30).of(log, condition)));
                assertThat(latestItems(log, kept)).isEqualTo(latestItems(log, new Conditions(1L << 30)));
            }
        }
    }

    private static Map<Long, Long> latestItems(EventLog log, Conditions conditions) {
        Conditions.Mask items = conditions.values(log, "item", Which.LATEST);
        Map<Long, Long> found = new TreeMap<>();
        for (Shard shard : log.shards()) {
            for (int person = shard.person(0); person < shard.people(); person = shard.person(person + 1)) {
                found.put(shard.owner[person], items.bits(shard)[person]);
            }
        }
        return found;
    }

    @Test
    void whatIsKeptStaysWithinItsRoomAndIsLetGo() {
        EventLog log = new RandomHistory(3, 200, 40).log(64, 1);
        Conditions small = new Conditions(4_000);
        for (int times = 0; times < 60; times++) {
            people(log, small.of(log, Did.atLeast(times, EventCondition.named("app_open"), Window.EVER)));
        }
        assertThat(small.bytes()).isBetween(1L, 6_000L);
    }

    @Test
    void whatNobodyWritesIsRefusedWithASentence() {
        EventLog log = new RandomHistory(3, 5, 10).log(64, 1);
        Conditions conditions = new Conditions(1_000_000);
        EventCondition deep = EventCondition.ANY;
        for (int i = 0; i < 1_000; i++) {
            deep = new EventCondition.Not(deep);
        }
        EventCondition nested = deep;
        assertThatThrownBy(() -> conditions.of(log, nested)).hasMessageContaining("at most 100 deep");
        EventCondition wide = new EventCondition.Either(java.util.Collections.nCopies(1_001, EventCondition.ANY));
        assertThatThrownBy(() -> conditions.of(log, Did.atLeast(1, wide, Window.EVER)))
                .hasMessageContaining("at most 1000 parts");
        assertThatThrownBy(() -> new Contains("x".repeat(1_000_000))).hasMessageContaining("1000000 characters");
        assertThatThrownBy(() -> new Matches("a(")).hasMessageContaining("cannot be read");
        assertThatThrownBy(() -> new IsOneOf(Set.of())).hasMessageContaining("not with 0");
        assertThatThrownBy(() -> new Within(Double.NaN, true, 1, true)).hasMessageContaining("must be a number");
        assertThatThrownBy(() -> new Did(EventCondition.ANY, 3, 2, Window.EVER)).hasMessageContaining("from 3 to 2");
        assertThatThrownBy(() -> new Window.OfPerson(-1, 2)).hasMessageContaining("from -1 to 2");
        assertThatThrownBy(() -> new PersonCondition.Then(
                        EventCondition.ANY, EventCondition.ANY, Duration.ofSeconds(-1), Window.EVER))
                .hasMessageContaining("cannot be negative");
    }

    /** With backtracking this takes longer than the world has stood; RE2 is linear. */
    @Test
    void anExpressionThatExplodesElsewhereDoesNotHere() {
        String text = "a".repeat(10_000) + "!";
        assertThat(new Matches("^(a+)+$").passes(text, java.util.OptionalDouble.empty()))
                .isFalse();
    }

    @ParameterizedTest
    @ValueSource(ints = {1, 63, 64, 65, 200})
    void rangesOfBits(int size) {
        for (int from = 0; from <= size; from++) {
            for (int to = from; to <= size; to += 7) {
                long[] bits = BitMasks.of(size);
                BitMasks.set(bits, from, to);
                assertThat(BitMasks.count(bits, 0, size)).isEqualTo(to - from);
                assertThat(BitMasks.count(bits, from, to)).isEqualTo(to - from);
                assertThat(BitMasks.next(bits, 0, size)).isEqualTo(from == to ? size : from);
                assertThat(BitMasks.count(BitMasks.not(bits, size), 0, size)).isEqualTo(size - (to - from));
            }
        }
    }
}
