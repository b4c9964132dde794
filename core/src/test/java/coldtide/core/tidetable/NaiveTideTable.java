package coldtide.core.tidetable;

import static java.util.stream.Collectors.groupingBy;

import coldtide.core.RandomHistory;
import coldtide.core.RandomHistory.Event;
import coldtide.core.log.rule.RevenueType;
import coldtide.core.time.DayRange;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Function;

/** The reference: every figure straight from the handbook, slow and short, over a plain list of events. */
final class NaiveTideTable {
    private record Session(Event first, long millis, boolean isCrashed) {}

    private final RandomHistory history;
    private final List<Session> sessions = new ArrayList<>();

    NaiveTideTable(RandomHistory history) {
        this.history = history;
        history.events.stream()
                .filter(Event::active)
                .collect(groupingBy(event -> event.install() + " of " + event.person()))
                .values()
                .forEach(this::cut);
    }

    private void cut(List<Event> ofInstall) {
        Event first = ofInstall.get(0);
        Event last = first;
        boolean isCrashed = false;
        for (Event event : ofInstall) {
            if (event.timeMillis() - last.timeMillis()
                    > history.settings.sessionGap().toMillis()) {
                sessions.add(new Session(first, last.timeMillis() - first.timeMillis(), isCrashed));
                first = event;
                isCrashed = false;
            }
            last = event;
            isCrashed |= event.name().equals("crash");
        }
        sessions.add(new Session(first, last.timeMillis() - first.timeMillis(), isCrashed));
    }

    Double value(Figure figure, DayRange period) {
        double active = people(period, Event::active).size();
        double payers = people(period, this::paying).size();
        long purchases = money(period, RevenueType.PURCHASE).size();
        double revenue = sum(period, RevenueType.PURCHASE)
                + sum(period, RevenueType.AD)
                + sum(period, RevenueType.SUBSCRIPTION)
                - sum(period, RevenueType.REFUND);
        return switch (figure) {
            case INSTALLS -> firsts(period, Event::install);
            case NEW_PEOPLE -> firsts(period, Event::person);
            case FIRST_PATH -> firsts(period, event -> event.name().equals("beacon_lit") ? event.person() : "");
            case ACTIVE_PEOPLE -> active;
            case STICKINESS -> period.days() < 2 ? null : ratio(personDays(period) / period.days(), active);
            case SESSIONS -> (double) sessions(period).size();
            case SESSION_LENGTH ->
                ratio(
                        sessions(period).stream().mapToLong(Session::millis).sum() / 1000.0,
                        sessions(period).size());
            case CRASH_FREE_SESSIONS -> crashFree(period);
            case FRAME_RATE ->
                in(period).stream().mapToDouble(Event::fps).filter(fps -> fps > 0 && fps <= 10_000).average().stream()
                        .boxed()
                        .findFirst()
                        .orElse(null);
            case REVENUE -> revenue;
            case PURCHASE_REVENUE -> sum(period, RevenueType.PURCHASE);
            case AD_REVENUE -> sum(period, RevenueType.AD);
            case SUBSCRIPTION_REVENUE -> sum(period, RevenueType.SUBSCRIPTION);
            case REFUNDS -> sum(period, RevenueType.REFUND);
            case PURCHASES -> (double) purchases;
            case PAYERS -> payers;
            case PAYER_SHARE -> ratio(payers, active);
            case ARPU -> ratio(revenue, active);
            case ARPDAU -> ratio(revenue, personDays(period));
            // Whose amounts have no rate is in neither part of a ratio.
            case ARPPU ->
                ratio(
                        revenue,
                        people(period, event -> paying(event) && converted(event) != null)
                                .size());
            case AOV ->
                ratio(
                        sum(period, RevenueType.PURCHASE),
                        money(period, RevenueType.PURCHASE).stream()
                                .filter(event -> converted(event) != null)
                                .count());
            case NEXT_DAY -> nextDay(period);
            case UNINSTALLS ->
                (double) in(period).stream()
                        .filter(event -> event.name().equals("uninstall_detected"))
                        .count();
            case GONE_QUIET -> throw new IllegalArgumentException("Of two periods: goneQuiet.");
        };
    }

    /** Of those new on the day before each day of the period, who was active on that day. */
    private Double nextDay(DayRange period) {
        double came = 0;
        double back = 0;
        for (int day = 0; day < period.days(); day++) {
            DayRange next =
                    new DayRange(period.from().plusDays(day), period.from().plusDays(day + 1));
            DayRange before = next.shiftedBy(-1);
            if (next.from().isAfter(lastDay())) {
                break;
            }
            Set<String> fresh = people(before, event -> true);
            fresh.removeAll(history.events.stream()
                    .filter(event -> history.dayOf(event).isBefore(before.from()))
                    .map(Event::person)
                    .toList());
            came += fresh.size();
            fresh.retainAll(people(next, Event::active));
            back += fresh.size();
        }
        return ratio(back, came);
    }

    /** Unknown before the first crash was sent. */
    private Double crashFree(DayRange period) {
        LocalDate begins = history.events.stream()
                .map(history::dayOf)
                .min(Comparator.naturalOrder())
                .filter(first -> first.isAfter(period.from()))
                .orElse(period.from());
        boolean isKnown = history.events.stream()
                .anyMatch(event ->
                        event.name().equals("crash") && !history.dayOf(event).isAfter(begins));
        double free = sessions(period).stream()
                .filter(session -> !session.isCrashed())
                .count();
        return isKnown ? ratio(free, sessions(period).size()) : null;
    }

    private LocalDate lastDay() {
        return history.events.stream()
                .map(history::dayOf)
                .max(Comparator.naturalOrder())
                .orElseThrow();
    }

    /** People active in a period and not in the next. */
    double goneQuiet(DayRange before, DayRange period) {
        Set<String> quiet = people(before, Event::active);
        quiet.removeAll(people(period, Event::active));
        return quiet.size();
    }

    long unconverted(DayRange period) {
        return in(period).stream()
                .filter(event -> event.money() != null && converted(event) == null)
                .count();
    }

    private boolean paying(Event event) {
        return event.money() != null
                && (event.money().type() == RevenueType.PURCHASE
                        || event.money().type() == RevenueType.SUBSCRIPTION);
    }

    private static Double ratio(double over, double under) {
        return under == 0 ? null : over / under;
    }

    private List<Event> in(DayRange period) {
        return history.events.stream()
                .filter(event -> period.contains(history.dayOf(event)))
                .toList();
    }

    private Set<String> people(DayRange period, java.util.function.Predicate<Event> which) {
        Set<String> people = new HashSet<>();
        in(period).stream().filter(which).forEach(event -> people.add(event.person()));
        return people;
    }

    private double personDays(DayRange period) {
        Set<String> days = new HashSet<>();
        in(period).stream()
                .filter(Event::active)
                .forEach(event -> days.add(event.person() + "@" + history.dayOf(event)));
        return days.size();
    }

    private double firsts(DayRange period, Function<Event, Object> key) {
        Map<Object, List<Event>> groups = history.events.stream()
                .filter(event -> !key.apply(event).equals(""))
                .collect(groupingBy(key));
        return groups.values().stream()
                .map(group -> group.stream()
                        .min(Comparator.comparingLong(Event::timeMillis))
                        .orElseThrow())
                .filter(first -> period.contains(history.dayOf(first)))
                .count();
    }

    private List<Session> sessions(DayRange period) {
        return sessions.stream()
                .filter(session -> period.contains(history.dayOf(session.first())))
                .toList();
    }

    private List<Event> money(DayRange period, RevenueType type) {
        return in(period).stream()
                .filter(event -> event.money() != null && event.money().type() == type)
                .toList();
    }

    private Long converted(Event event) {
        var micros = history.worth(event);
        return micros.isPresent() ? micros.getAsLong() : null;
    }

    private double sum(DayRange period, RevenueType type) {
        long micros = 0;
        for (Event event : money(period, type)) {
            Long converted = converted(event);
            micros += converted == null ? 0 : converted;
        }
        return micros / 1e6;
    }
}
