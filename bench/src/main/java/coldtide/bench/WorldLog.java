package coldtide.bench;

import coldtide.core.anomaly.explain.Settlement;
import coldtide.core.log.EventLog;
import coldtide.core.log.EventLogBuilder;
import coldtide.core.log.RawEvent;
import coldtide.core.log.rule.ExchangeRates;
import coldtide.core.log.rule.LogSettings;
import coldtide.core.log.rule.Money;
import coldtide.core.log.rule.RevenueType;
import coldtide.core.time.ReportingCalendar;
import coldtide.world.SettlementBook;
import coldtide.world.World;
import coldtide.world.WorldContext;
import coldtide.world.WorldEvent;
import coldtide.world.scenario.Scenario;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Map;
import org.duckdb.DuckDBAppender;
import org.duckdb.DuckDBConnection;

/** Puts one demo world into a log, and into a table {@code e} of the same rows of the embedded engine. */
final class WorldLog {
    private final EventLogBuilder builder;
    private final RawEvent raw = new RawEvent();
    private final Map<WorldContext, Integer> contexts = new IdentityHashMap<>();
    private final Map<String, Long> installs = new HashMap<>();
    private final Map<String, Long> people = new HashMap<>();
    private final Map<String, Long> accounts = new HashMap<>();

    private final ExchangeRates rates;
    private final ReportingCalendar calendar;

    private WorldLog(World world) {
        rates = new ExchangeRates(world.scenario().app().currency());
        world.rates().forEach(rate -> rates.put(rate.currency(), rate.day(), rate.rate()));
        calendar = new ReportingCalendar(world.scenario().zone());
        builder = new EventLogBuilder(LogSettings.usual(calendar, rates));
    }

    static EventLog of(Scenario scenario) {
        return settled(scenario).log();
    }

    /** A world's log, and what its advert network settled. */
    record Settled(EventLog log, List<Settlement> settlements) {}

    static Settled settled(Scenario scenario) {
        World world = new World(scenario);
        WorldLog log = new WorldLog(world);
        SettlementBook book = world.eachPerson(events -> events.forEach(log::add));
        String currency = scenario.app().currency();
        return new Settled(
                log.builder.build().orElseThrow(),
                book.settlements().stream()
                        .map(each -> new Settlement(
                                each.day(), each.platform(), each.adverts(), Money.microsOf(each.amount()), currency))
                        .toList());
    }

    /** A log under way whose newest events are still to come, in the order of their arrival. */
    static final class Arriving {
        private final WorldLog log;
        private final List<WorldEvent> newest;
        private int next;

        private Arriving(WorldLog log, List<WorldEvent> newest) {
            this.log = log;
            this.newest = newest;
        }

        EventLogBuilder builder() {
            return log.builder;
        }

        /** Adds the next so many. */
        void add(int events) {
            int end = Math.min(newest.size(), next + events);
            newest.subList(next, end).forEach(log::add);
            next = end;
        }
    }

    /** A world but for the events of its end, at least so many. */
    static Arriving arriving(Scenario scenario, int atLeast) {
        World world = new World(scenario);
        WorldLog log = new WorldLog(world);
        long days = 1 + (long) atLeast * scenario.weeks() * 7 / (60L * scenario.people());
        long cut = scenario.end()
                .plusDays(1 - days)
                .atStartOfDay(scenario.zone())
                .toInstant()
                .toEpochMilli();
        List<WorldEvent> newest = new ArrayList<>();
        world.eachPerson(events -> events.forEach(event -> {
            if (event.receivedMillis() >= cut) {
                newest.add(event);
            } else {
                log.add(event);
            }
        }));
        newest.sort(Comparator.comparingLong(WorldEvent::receivedMillis));
        return new Arriving(log, newest);
    }

    static EventLog fill(Scenario scenario, DuckDBConnection connection) throws Exception {
        World world = new World(scenario);
        WorldLog log = new WorldLog(world);
        try (DuckDBAppender table = connection.createAppender("main", "e")) {
            world.eachPerson(events -> {
                Map<String, String> owners = firstAccounts(events);
                for (WorldEvent event : events) {
                    log.add(event);
                    log.append(table, event, owners);
                }
            });
        }
        return log.builder.build().orElseThrow();
    }

    private void add(WorldEvent event) {
        raw.account = event.account().isEmpty()
                ? RawEvent.NOBODY
                : accounts.computeIfAbsent(event.account(), key -> accounts.size() + 1L);
        raw.install = installs.computeIfAbsent(event.install(), key -> (long) installs.size());
        raw.timeMillis = event.timeMillis();
        raw.receivedMillis = event.receivedMillis();
        raw.name = builder.nameCode(event.name());
        raw.context = contexts.computeIfAbsent(event.context(), set -> builder.addContext(set.properties()));
        raw.clearValues();
        event.properties().forEach(this::value);
        raw.money = event.payment() == null
                ? null
                : new Money(
                        Money.microsOf(event.payment().amount()),
                        event.payment().currency(),
                        RevenueType.ofWord(event.payment().type()).orElseThrow());
        builder.add(raw);
    }

    private void value(String property, Object value) {
        if (value instanceof Number number) {
            raw.value(builder.numberColumn(property), number.doubleValue());
        } else {
            raw.value(builder.textColumn(property), builder.textCode(builder.textColumn(property), value.toString()));
        }
    }

    private long micros(WorldEvent event) {
        if (event.payment() == null) {
            return 0;
        }
        LocalDate day = calendar.dayOf(Instant.ofEpochMilli(event.timeMillis()));
        return rates.convert(
                        Money.microsOf(event.payment().amount()),
                        event.payment().currency(),
                        day)
                .orElseThrow();
    }

    /** The account each install names first: its past belongs to that account. */
    private static Map<String, String> firstAccounts(List<WorldEvent> events) {
        Map<String, String> first = new HashMap<>();
        for (WorldEvent event : events) {
            if (!event.account().isEmpty()) {
                first.putIfAbsent(event.install(), event.account());
            }
        }
        return first;
    }

    /**
     * A row of person, name and time. The person is worked out on its own here: the account the install named last, or will name
     * first, or the install.
     *
     * @param owners the account of each install; changed when it names another
     */
    private void append(DuckDBAppender table, WorldEvent event, Map<String, String> owners) {
        try {
            if (!event.account().isEmpty()) {
                owners.put(event.install(), event.account());
            }
            String person = owners.getOrDefault(event.install(), event.install());
            table.beginRow();
            table.append(people.computeIfAbsent(person, key -> (long) people.size()));
            table.append(event.name());
            table.append(event.timeMillis());
            table.append(event.receivedMillis());
            table.append(event.context().properties().get("app_version"));
            table.append(event.context().properties().get("country"));
            table.append(micros(event));
            table.endRow();
        } catch (java.sql.SQLException e) {
            throw new IllegalStateException("A row could not be added to the SQL engine.", e);
        }
    }
}
