package coldtide.core.funnel;

import static coldtide.core.funnel.FunnelReference.WINDOW;
import static coldtide.core.funnel.FunnelReference.step;
import static coldtide.core.funnel.FunnelReference.steps;
import static java.util.stream.Collectors.groupingBy;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import coldtide.core.RandomHistory;
import coldtide.core.RandomHistory.Event;
import coldtide.core.filter.Conditions;
import coldtide.core.filter.EventCondition;
import coldtide.core.filter.PersonCondition;
import coldtide.core.filter.PersonCondition.Did;
import coldtide.core.filter.Window;
import coldtide.core.funnel.FunnelAnswer.Group;
import coldtide.core.funnel.FunnelAnswer.Period;
import coldtide.core.funnel.FunnelAnswer.Stairs;
import coldtide.core.funnel.FunnelAnswer.Times;
import coldtide.core.funnel.FunnelAnswer.Versus;
import coldtide.core.funnel.FunnelPeople.Are;
import coldtide.core.funnel.FunnelReference.Found;
import coldtide.core.funnel.match.FunnelQuestion;
import coldtide.core.funnel.match.FunnelSplit;
import coldtide.core.funnel.match.FunnelStep;
import coldtide.core.funnel.match.Match;
import coldtide.core.funnel.match.Order;
import coldtide.core.funnel.match.Unit;
import coldtide.core.log.EventLog;
import coldtide.core.log.EventLogBuilder;
import coldtide.core.log.RawEvent;
import coldtide.core.log.rule.ExchangeRates;
import coldtide.core.log.rule.LogSettings;
import coldtide.core.measure.Split;
import coldtide.core.measure.users.PeopleCount;
import coldtide.core.measure.users.PeopleQuestion;
import coldtide.core.scan.ScanRunner;
import coldtide.core.stats.Difference;
import coldtide.core.stats.FalseDiscovery;
import coldtide.core.stats.PredictionInterval;
import coldtide.core.stats.Share;
import coldtide.core.time.DayRange;
import coldtide.core.time.Grain;
import coldtide.core.time.ReportingCalendar;
import java.time.Duration;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.TreeMap;
import java.util.stream.IntStream;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;

/** Funnels over whole random histories, read and matched as the handbook is written, and the laws that hold of all of them. */
class FunnelTest {
    private static final ScanRunner RUNNER = new ScanRunner(2, Duration.ofMinutes(1));

    @AfterAll
    static void close() {
        RUNNER.close();
    }

    private static FunnelAnswer ask(EventLog log, FunnelQuestion question) {
        return FunnelAnalysis.answer(log, RUNNER, new Conditions(1 << 22), question);
    }

    @ParameterizedTest
    @CsvSource({
        "1,IN_ORDER,PEOPLE,true,",
        "2,IN_ORDER,PEOPLE,false,",
        "3,BACK_TO_BACK,PEOPLE,false,",
        "4,ANY_ORDER,PEOPLE,true,",
        "5,IN_ORDER,SESSIONS,true,",
        "6,BACK_TO_BACK,SESSIONS,true,",
        "7,IN_ORDER,ATTEMPTS,true,",
        "8,IN_ORDER,ATTEMPTS,false,",
        "9,IN_ORDER,PEOPLE,true,item",
        "10,IN_ORDER,ATTEMPTS,true,item",
        "11,IN_ORDER,SESSIONS,true,item",
        "12,ANY_ORDER,SESSIONS,true,"
    })
    void stairsAreTheReferences(long seed, Order order, Unit unit, boolean plain, String held) {
        RandomHistory history = new RandomHistory(seed, 300, 40).dropTies();
        EventLog log = history.log(60, seed);
        DayRange range = new DayRange(log.firstDay().plusDays(3), log.span().to());
        FunnelQuestion question =
                FunnelQuestion.of(range, WINDOW, steps(plain)).in(order).counting(unit);
        question = (held == null ? question : question.holding(held))
                .by(Grain.WEEK)
                .splitBy(new FunnelSplit.ByProperty("app_version", 0, 8));
        FunnelReference reference = new FunnelReference(history, log, question, plain);
        Counted expected = new Counted(question.steps().size());
        reference.units.forEach(found -> expected.add(history, found));
        FunnelAnswer answer = ask(log, question);
        assertThat(answer.all().reached()).isEqualTo(expected.reached);
        assertThat(answer.all().open()).isEqualTo(reference.open);
        assertTimes(answer.times(), expected.times);
        assertThat(answer.all().reached().get(0)).isPositive();
        assertThat(answer.all().reached().get(2)).isPositive();
        Map<LocalDate, List<Long>> weeks = new TreeMap<>();
        for (Period period : answer.periods()) {
            if (period.reached().get(0) > 0) {
                long others = answer.all().reached().get(0) - period.reached().get(0);
                long went = answer.all().reached().get(1) - period.reached().get(1);
                assertThat(period.expected().get(1))
                        .contains(PredictionInterval.of(
                                went, others, period.reached().get(0)));
                weeks.put(period.days().from(), period.reached());
            }
        }
        assertThat(weeks).isEqualTo(expected.weeks);
        Map<String, List<Long>> versions = new TreeMap<>();
        for (Group group : answer.groups()) {
            if (group.stairs().reached().get(0) > 0) {
                versions.put(group.part().value().orElseThrow(), group.stairs().reached());
            }
        }
        assertThat(versions).isEqualTo(expected.versions).hasSize(2);
        assertThat(answer.periods().stream().mapToLong(Period::open).sum()).isEqualTo(reference.open);
    }

    /** By the definition of the quartiles, and by counting. */
    private static void assertTimes(List<Times> times, List<List<Long>> expected) {
        assertThat(times).hasSameSizeAs(expected);
        for (int step = 0; step < times.size(); step++) {
            List<Long> took = expected.get(step).stream().sorted().toList();
            Times its = times.get(step);
            assertThat(its.counts().stream().mapToLong(Long::longValue).sum()).isEqualTo(took.size());
            assertThat(its.counts().get(0))
                    .isEqualTo(took.stream().filter(each -> each <= 1_000).count());
            if (took.isEmpty()) {
                assertThat(its.median()).isNaN();
            } else {
                assertThat(its.quarter()).isCloseTo(quantile(took, 0.25), within(1e-6));
                assertThat(its.median()).isCloseTo(quantile(took, 0.5), within(1e-6));
                assertThat(its.nineTenths()).isCloseTo(quantile(took, 0.9), within(1e-6));
            }
        }
    }

    private static double quantile(List<Long> sorted, double p) {
        double rank = (sorted.size() - 1) * p;
        int below = (int) rank;
        long low = sorted.get(below);
        return low + (rank - below) * (sorted.get(Math.min(below + 1, sorted.size() - 1)) - low);
    }

    private static final class Counted {
        final List<List<Long>> times = new ArrayList<>();
        final List<Long> reached = new ArrayList<>();
        final Map<LocalDate, List<Long>> weeks = new TreeMap<>();
        final Map<String, List<Long>> versions = new TreeMap<>();

        Counted(int steps) {
            for (int step = 0; step < steps; step++) {
                reached.add(0L);
                times.add(new ArrayList<>());
            }
        }

        void add(RandomHistory history, Found unit) {
            add(reached, unit.at());
            times(unit);
            Event entry = unit.events().get(unit.entry());
            LocalDate week = Grain.WEEK.startOf(history.dayOf(entry));
            add(weeks.computeIfAbsent(week, each -> new Counted(unit.at().length).reached), unit.at());
            String version = entry.release().version();
            add(versions.computeIfAbsent(version, each -> new Counted(unit.at().length).reached), unit.at());
        }

        private static void add(List<Long> counts, int... at) {
            for (int step = 0; step < at.length; step++) {
                counts.set(step, counts.get(step) + (at[step] == Match.NONE ? 0 : 1));
            }
        }

        private void times(Found unit) {
            for (int step = 0; step < unit.at().length; step++) {
                int its = unit.at()[step];
                OptionalInt before = IntStream.of(unit.at())
                        .filter(other -> other >= 0 && other < its)
                        .max();
                if (its != Match.NONE && before.isPresent()) {
                    long from = unit.events().get(before.getAsInt()).timeMillis();
                    times.get(step).add(unit.events().get(its).timeMillis() - from);
                }
            }
        }
    }

    /** One event may be two steps: then it must have been done twice, and an opening alone is no second one. */
    @Test
    void theSameEventTwiceIsDoneTwice() {
        RandomHistory history = new RandomHistory(51, 300, 60);
        EventLog log = history.log(50, 3);
        long closed = log.dataTo().minus(WINDOW).toEpochMilli();
        long once = 0;
        long twice = 0;
        for (List<Event> person :
                history.events.stream().collect(groupingBy(Event::person)).values()) {
            List<Long> opened = person.stream()
                    .filter(event -> event.name().equals("app_open"))
                    .map(Event::timeMillis)
                    .sorted()
                    .toList();
            once += opened.stream().anyMatch(time -> time <= closed) ? 1 : 0;
            twice += IntStream.range(1, opened.size())
                            .anyMatch(i -> opened.get(i - 1) <= closed
                                    && opened.get(i) - opened.get(i - 1) <= WINDOW.toMillis())
                    ? 1
                    : 0;
        }
        FunnelQuestion question = FunnelQuestion.of(log.span(), WINDOW, List.of(step("app_open"), step("app_open")));
        assertThat(ask(log, question).all().reached()).containsExactly(once, twice);
        assertThat(twice).isPositive().isLessThan(once);
    }

    /** How steps can be turned on and off without ever making more, or fewer. */
    @ParameterizedTest
    @CsvSource({"31", "32", "33"})
    void lawsHold(long seed) {
        RandomHistory history = new RandomHistory(seed, 300, 60);
        EventLog log = history.log(50, seed);
        DayRange range = new DayRange(log.firstDay(), log.span().to().minusDays(20));
        FunnelQuestion plain = FunnelQuestion.of(range, WINDOW, steps(true));
        List<Long> inOrder = ask(log, plain).all().reached();
        assertThat(inOrder).isSortedAccordingTo(Comparator.reverseOrder());
        assertThat(inOrder.get(2)).isPositive();
        assertNoMore(ask(log, plain.in(Order.BACK_TO_BACK)).all().reached(), inOrder);
        assertNoMore(inOrder, ask(log, plain.in(Order.ANY_ORDER)).all().reached());
        assertNoMore(
                inOrder,
                ask(log, FunnelQuestion.of(range, Duration.ofDays(9), steps(true)))
                        .all()
                        .reached());
        assertNoMore(ask(log, plain.holding("item")).all().reached(), inOrder);
        List<FunnelStep> forbidding = new ArrayList<>(steps(true));
        forbidding.set(
                2,
                new FunnelStep(
                        "bought",
                        EventCondition.named("purchase"),
                        false,
                        Optional.of(EventCondition.named("push_received")),
                        Duration.ZERO,
                        Optional.empty()));
        assertNoMore(
                ask(log, FunnelQuestion.of(range, WINDOW, forbidding)).all().reached(), inOrder);
    }

    private static void assertNoMore(List<Long> fewer, List<Long> more) {
        for (int step = 0; step < more.size(); step++) {
            assertThat(fewer.get(step)).isLessThanOrEqualTo(more.get(step));
        }
        assertThat(fewer).isNotEqualTo(more);
    }

    @ParameterizedTest
    @EnumSource(Unit.class)
    void groupsOfASplitSumToTheWhole(Unit unit) {
        EventLog log = new RandomHistory(41, 300, 60).log(50, 3);
        FunnelQuestion question =
                FunnelQuestion.of(log.span(), WINDOW, steps(false)).counting(unit);
        for (int at = 0; at < 3; at++) {
            FunnelAnswer answer = ask(log, question.splitBy(new FunnelSplit.ByProperty("app_version", at, 1)));
            assertThat(answer.groups()).hasSizeGreaterThan(1);
            assertSum(answer);
        }
        PersonCondition payers = Did.atLeast(1, EventCondition.named("purchase"), Window.EVER);
        FunnelAnswer people = ask(
                log,
                question.splitBy(new FunnelSplit.ByPeople(
                        new Split.ByPeople(List.of(new Split.NamedPeople("payers", payers))))));
        assertSum(people);
        Stairs among = ask(log, question.among(payers)).all();
        assertThat(people.groups().get(0).stairs()).isEqualTo(among);
        assertApart(people);
    }

    /** Each group beside the whole without it, and the tests of all groups and steps corrected together. */
    private static void assertApart(FunnelAnswer answer) {
        List<Versus> told = new ArrayList<>();
        for (Group group : answer.groups()) {
            List<Long> own = group.stairs().reached();
            List<Long> all = answer.all().reached();
            assertThat(group.versus()).hasSameSizeAs(own).first().isEqualTo(Optional.empty());
            for (int step = 1; step < own.size(); step++) {
                // The second step may be left out, so the third is compared with the first.
                int before = own.size() == 4 && step == 2 ? 0 : step - 1;
                long went = all.get(step);
                long whole = all.get(before);
                double fewest = (double) Math.min(own.get(before), whole - own.get(before))
                        * Math.min(went, whole - went)
                        / whole;
                if (fewest < 5) {
                    assertThat(group.versus().get(step)).isEmpty();
                    continue;
                }
                Share share = Share.of(own.get(step), own.get(before));
                Share others = Share.of(all.get(step) - own.get(step), all.get(before) - own.get(before));
                Versus versus = group.versus().get(step).orElseThrow();
                assertThat(versus.own()).isEqualTo(share);
                assertThat(versus.others()).isEqualTo(others);
                assertThat(versus.difference()).isEqualTo(Difference.of(share, others));
                told.add(versus);
            }
        }
        assertThat(told).isNotEmpty();
        double[] adjusted = FalseDiscovery.adjusted(
                told.stream().mapToDouble(versus -> versus.difference().p()).toArray());
        for (int i = 0; i < adjusted.length; i++) {
            assertThat(told.get(i).adjusted()).isCloseTo(adjusted[i], within(1e-12));
        }
    }

    private static void assertSum(FunnelAnswer answer) {
        Stairs all = answer.all();
        for (int step = 0; step < all.reached().size(); step++) {
            int at = step;
            assertThat(answer.groups().stream()
                            .mapToLong(group -> group.stairs().reached().get(at))
                            .sum())
                    .isEqualTo(all.reached().get(step));
        }
        assertThat(answer.groups().stream()
                        .mapToLong(group -> group.stairs().open())
                        .sum())
                .isEqualTo(all.open());
    }

    /** More values than are told apart in one pass: the most frequent are found first, and nobody is lost among the others. */
    @Test
    void ofVeryManyValuesTheMostFrequentAreTold() {
        EventLog log = berths(10_000);
        FunnelQuestion question = FunnelQuestion.of(
                log.span(),
                WINDOW,
                List.of(
                        FunnelStep.of("moored", EventCondition.named("moored")),
                        FunnelStep.of("left", EventCondition.named("left"))));
        FunnelAnswer answer = ask(log, question.splitBy(new FunnelSplit.ByProperty("berth", 0, 2)));
        assertSum(answer);
        assertThat(answer.groups().stream()
                        .map(group -> group.part().value().orElse("others")
                                + group.stairs().reached()))
                .containsExactly("quay[500, 250]", "pier[300, 150]", "others[9200, 4600]");
    }

    /** People who moored, 500 at the quay, 300 at the pier, the rest each at a berth of their own; every second one left again. */
    private static EventLog berths(int people) {
        EventLogBuilder builder =
                new EventLogBuilder(LogSettings.usual(new ReportingCalendar(ZoneOffset.UTC), new ExchangeRates("EUR")));
        RawEvent raw = new RawEvent();
        raw.account = RawEvent.NOBODY;
        raw.context = builder.addContext(Map.of());
        long day = Duration.ofDays(1).toMillis();
        for (int person = 0; person < people; person++) {
            raw.install = person;
            raw.timeMillis = 20_000 * day + person;
            raw.receivedMillis = raw.timeMillis;
            raw.name = builder.nameCode("moored");
            String berth = person < 500 ? "quay" : person < 800 ? "pier" : "berth " + person;
            raw.clearValues();
            raw.value(builder.textColumn("berth"), builder.textCode(builder.textColumn("berth"), berth));
            builder.add(raw);
            raw.clearValues();
            raw.name = builder.nameCode(person % 2 == 0 ? "left" : "slept");
            raw.timeMillis += 1000;
            builder.add(raw);
            raw.name = builder.nameCode("slept");
            raw.timeMillis += 60 * day;
            raw.receivedMillis = raw.timeMillis;
            builder.add(raw);
        }
        return builder.build().orElseThrow();
    }

    /** Counted by people, whoever is told to be at a step is as many as the stairs say. */
    @ParameterizedTest
    @EnumSource(Order.class)
    void peopleOfStepsAreAsManyAsTheStairsSay(Order order) {
        EventLog log = new RandomHistory(44, 300, 60).log(50, 3);
        boolean plain = order == Order.ANY_ORDER;
        FunnelQuestion question =
                FunnelQuestion.of(log.span(), WINDOW, steps(plain)).in(order);
        Stairs stairs = ask(log, question).all();
        for (int step = 0; step < stairs.reached().size(); step++) {
            assertThat(count(log, question, step, Are.REACHED))
                    .isEqualTo(stairs.reached().get(step));
            if (step > 0) {
                int before = question.lastRequiredBefore(step);
                assertThat(before).isEqualTo(!plain && step == 2 ? 0 : step - 1);
                assertThat(count(log, question, step, Are.LOST))
                        .isEqualTo(
                                stairs.reached().get(before) - stairs.reached().get(step));
            }
        }
        assertThat(count(log, question, 0, Are.OPEN)).isEqualTo(stairs.open()).isPositive();
        assertRefused(() -> new FunnelPeople(question, 0, Are.LOST), "first step");
        assertRefused(() -> new FunnelPeople(question, 9, Are.REACHED), "no step 10");
    }

    private static long count(EventLog log, FunnelQuestion question, int step, Are are) {
        PersonCondition people = new FunnelPeople(question, step, are).condition();
        return PeopleCount.answer(log, RUNNER, new Conditions(1 << 22), new PeopleQuestion(people, Optional.empty()))
                .people();
    }

    /** A log cut at a moment says of entries closed by then what the whole log says of a range that ends so long before. */
    @Test
    void anEntryThatIsClosedStaysWhatItIs() {
        RandomHistory history = new RandomHistory(43, 300, 60);
        EventLog whole = history.log(50, 3);
        RandomHistory earlier = new RandomHistory(43, 300, 60);
        LocalDate cut = whole.firstDay().plusDays(40);
        earlier.events.removeIf(event -> !earlier.dayOf(event).isBefore(cut));
        EventLog part = earlier.log(50, 3);
        DayRange range = new DayRange(whole.firstDay(), cut.minusDays(WINDOW.toDays() + 2));
        FunnelQuestion question = FunnelQuestion.of(range, WINDOW, steps(false)).counting(Unit.ATTEMPTS);
        assertThat(ask(part, question).all().reached())
                .isEqualTo(ask(whole, question).all().reached());
        assertThat(ask(part, question).all().open()).isZero();
    }

    @Test
    void whatCannotBeAFunnelIsRefusedInWords() {
        DayRange range = DayRange.endingBefore(LocalDate.of(2026, 5, 1), 10);
        FunnelStep open = step("app_open");
        FunnelStep maybe =
                new FunnelStep("maybe", EventCondition.ANY, true, Optional.empty(), Duration.ZERO, Optional.empty());
        assertRefused(() -> FunnelQuestion.of(range, WINDOW, List.of(open)), "from 2 to 30 steps, not 1");
        assertRefused(() -> FunnelQuestion.of(range, Duration.ZERO, List.of(open, open)), "longer than nothing");
        assertRefused(() -> FunnelQuestion.of(range, WINDOW, List.of(maybe, open)), "cannot be optional");
        FunnelStep late = new FunnelStep(
                "late", EventCondition.ANY, false, Optional.empty(), Duration.ofDays(6), Optional.empty());
        assertRefused(() -> FunnelQuestion.of(range, WINDOW, List.of(open, late)), "\"late\" can never be reached");
        assertRefused(
                () -> FunnelQuestion.of(range, Duration.ofDays(8), List.of(open, late))
                        .in(Order.ANY_ORDER),
                "In any order");
        assertRefused(
                () -> FunnelQuestion.of(range, WINDOW, List.of(open, open))
                        .in(Order.ANY_ORDER)
                        .counting(Unit.ATTEMPTS),
                "attempt begins with the first step");
        assertRefused(() -> FunnelQuestion.of(range, WINDOW, List.of(late, open)), "No step comes before the first");
        assertRefused(
                () -> new FunnelStep(
                        "own", open.what(), false, Optional.of(open.what()), Duration.ZERO, Optional.empty()),
                "what it is itself");
        assertRefused(
                () -> FunnelQuestion.of(range, WINDOW, List.of(open, open))
                        .splitBy(new FunnelSplit.ByProperty("country", 2, 5)),
                "no step 3");
    }

    private static void assertRefused(org.assertj.core.api.ThrowableAssert.ThrowingCallable made, String says) {
        assertThatThrownBy(made).isInstanceOf(IllegalArgumentException.class).hasMessageContaining(says);
    }
}
