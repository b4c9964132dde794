package coldtide.core.funnel;

import static java.util.stream.Collectors.groupingBy;

import coldtide.core.RandomHistory;
import coldtide.core.RandomHistory.Event;
import coldtide.core.filter.EventCondition;
import coldtide.core.filter.value.ValueTest;
import coldtide.core.funnel.match.EventSequence;
import coldtide.core.funnel.match.FunnelQuestion;
import coldtide.core.funnel.match.FunnelStep;
import coldtide.core.funnel.match.Match;
import coldtide.core.funnel.match.Order;
import coldtide.core.funnel.match.Unit;
import coldtide.core.log.EventLog;
import java.time.Duration;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;

/** Reads people and sessions out of the events as they are, and tries all ways. */
final class FunnelReference {
    static final Duration WINDOW = Duration.ofDays(5);
    private static final long SESSION_GAP = 30 * 60_000L;

    /**
     * A unit that entered, and the events that did each step.
     *
     * @param person all that its person did, in order of time, {@code events} what it did itself
     * @param at by step, places in {@code events}, or {@link Match#NONE}
     * @param entry the place of the entry
     */
    record Found(List<Event> person, List<Event> events, int[] at, int entry) {
        boolean reached(int step) {
            return at[step] != Match.NONE;
        }
    }

    final List<Found> units = new ArrayList<>();
    long open;

    private final RandomHistory history;
    private final EventLog log;
    private final FunnelQuestion question;
    private final List<Predicate<Event>> tests;
    private List<Event> person;

    /** @param plain whether the steps are those of {@link #steps} with nothing between them */
    FunnelReference(RandomHistory history, EventLog log, FunnelQuestion question, boolean plain) {
        this.history = history;
        this.log = log;
        this.question = question;
        tests = tests(plain);
        Map<String, List<Event>> people = history.events.stream().collect(groupingBy(Event::person));
        for (List<Event> each : people.values()) {
            person = each.stream()
                    .sorted(Comparator.comparingLong(Event::timeMillis).thenComparingLong(Event::receivedMillis))
                    .toList();
            if (question.unit() == Unit.SESSIONS) {
                RandomHistory.sessions(person).forEach(this::unit);
            } else {
                unit(person);
            }
        }
    }

    static FunnelStep step(String event) {
        return FunnelStep.of(event, EventCondition.named(event));
    }

    /** With an alternative and a property; if not plain, one that may be left out, one that forbids, and limits of time. */
    static List<FunnelStep> steps(boolean plain) {
        EventCondition android = new EventCondition.Property("platform", new ValueTest.IsOneOf(Set.of("android")));
        FunnelStep lit =
                FunnelStep.of("lit", EventCondition.all(EventCondition.named("beacon_lit", "ad_finished"), android));
        if (plain) {
            return List.of(step("app_open"), lit, step("purchase"));
        }
        return List.of(
                step("app_open"),
                new FunnelStep(
                        "lit", lit.what(), true, Optional.empty(), Duration.ZERO, Optional.of(Duration.ofDays(3))),
                new FunnelStep(
                        "purchase",
                        EventCondition.named("purchase"),
                        false,
                        Optional.of(EventCondition.named("push_received")),
                        Duration.ofSeconds(20),
                        Optional.empty()),
                step("app_open"));
    }

    /** What each of the steps is. */
    static List<Predicate<Event>> tests(boolean plain) {
        Predicate<Event> opened = event -> event.name().equals("app_open");
        Predicate<Event> lit = event -> Set.of("beacon_lit", "ad_finished").contains(event.name())
                && event.release().platform().equals("android");
        Predicate<Event> bought = event -> event.name().equals("purchase");
        return plain ? List.of(opened, lit, bought) : List.of(opened, lit, bought, opened);
    }

    private void unit(List<Event> events) {
        EventSequence trail = trail(events);
        if (question.unit() == Unit.ATTEMPTS) {
            attempts(events, trail);
            return;
        }
        int[] best = NaiveMatcher.best(question, trail);
        if (best != null) {
            units.add(new Found(person, events, best, entryOf(trail, best)));
        } else if (trail.nextOpen(0) < trail.size) {
            open++;
        }
    }

    private void attempts(List<Event> events, EventSequence trail) {
        for (int entry = 0; entry < trail.size; entry++) {
            int next = entry + 1;
            while (next < trail.size && !(trail.is(next, 0) && trail.held[next] == trail.held[entry])) {
                next++;
            }
            int[] at = NaiveMatcher.attempt(question, trail, entry, Math.min(next + 1, trail.size));
            if (at != null) {
                units.add(new Found(person, events, at, entry));
            }
            open += trail.isOpen[entry] && trail.is(entry, 0) ? 1 : 0;
        }
    }

    /** In any order the entry need not be one of the events taken: the earliest from which so much was done. */
    private int entryOf(EventSequence trail, int... best) {
        if (question.order() != Order.ANY_ORDER) {
            return best[0];
        }
        for (int entry = 0; entry < trail.size; entry++) {
            int[] at = NaiveMatcher.attempt(question, trail, entry, trail.size);
            if (at != null && NaiveMatcher.deepest(at) == NaiveMatcher.deepest(best)) {
                return entry;
            }
        }
        throw new AssertionError("no entry");
    }

    private EventSequence trail(List<Event> events) {
        EventSequence trail = new EventSequence();
        long dataTo = log.dataTo().toEpochMilli();
        long over = events.get(events.size() - 1).timeMillis();
        boolean mayGoOn = question.unit() != Unit.SESSIONS || over + SESSION_GAP > dataTo;
        for (int i = 0; i < events.size(); i++) {
            Event event = events.get(i);
            int may = 0;
            int mayNot = 0;
            for (int step = 0; step < tests.size(); step++) {
                may |= tests.get(step).test(event) ? 1 << step : 0;
                boolean forbids = question.steps().get(step).forbidden().isPresent();
                mayNot |= forbids && event.name().equals("push_received") ? 1 << step : 0;
            }
            long value = question.held().isEmpty()
                    ? 0
                    : event.item().isEmpty()
                            ? EventSequence.NOT_HELD
                            : event.item().hashCode();
            boolean inRange = question.range().contains(history.dayOf(event));
            boolean isStep = question.order() == Order.ANY_ORDER ? may != 0 : (may & 1) != 0;
            boolean isOpen = mayGoOn && event.timeMillis() + WINDOW.toMillis() > dataTo;
            trail.add(event.timeMillis(), may, mayNot, value, inRange && isStep, isOpen, event.active(), i);
        }
        return trail;
    }
}
