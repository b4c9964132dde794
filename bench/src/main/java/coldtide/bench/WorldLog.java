package coldtide.bench;

import coldtide.core.log.EventLog;
import coldtide.core.log.EventLogBuilder;
import coldtide.core.log.ExchangeRates;
import coldtide.core.log.LogSettings;
import coldtide.core.log.Money;
import coldtide.core.log.RawEvent;
import coldtide.core.log.Release;
import coldtide.core.log.RevenueType;
import coldtide.core.time.ReportingCalendar;
import coldtide.world.Rates;
import coldtide.world.Scenario;
import coldtide.world.World;
import coldtide.world.WorldEvent;
import java.util.HashMap;
import java.util.Map;
import org.duckdb.DuckDBAppender;
import org.duckdb.DuckDBConnection;

/** Puts one demo world into both engines: a log, and a table {@code e} of the same rows. */
final class WorldLog {
    private final EventLogBuilder builder;
    private final RawEvent raw = new RawEvent();
    private final Map<String, Long> installs = new HashMap<>();
    private final Map<String, Long> people = new HashMap<>();
    private final Map<String, Long> accounts = new HashMap<>();

    private WorldLog(Scenario scenario) {
        ExchangeRates rates = new ExchangeRates(Scenario.CURRENCY);
        Rates.of(scenario).forEach(rate -> rates.put(rate.currency(), rate.day(), rate.rate()));
        builder = new EventLogBuilder(LogSettings.usual(new ReportingCalendar(Scenario.ZONE), rates));
    }

    static EventLog fill(Scenario scenario, DuckDBConnection connection) throws Exception {
        WorldLog log = new WorldLog(scenario);
        try (DuckDBAppender table = connection.createAppender("main", "e")) {
            new World(scenario).eachPerson(events -> {
                for (WorldEvent event : events) {
                    log.add(event);
                    log.append(table, event);
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
        Map<String, String> context = event.context().properties();
        raw.release = builder.releaseCode(new Release(context.get("platform"), context.get("app_version")));
        raw.money = event.payment() == null
                ? null
                : new Money(
                        Money.microsOf(event.payment().amount()),
                        event.payment().currency(),
                        RevenueType.ofWord(event.payment().type()).orElseThrow());
        builder.add(raw);
    }

    /** In this world everybody's installs and account belong to the person whose number is in the install's key. */
    private void append(DuckDBAppender table, WorldEvent event) {
        try {
            table.beginRow();
            table.append(people.computeIfAbsent(event.install().split("-", 2)[0], key -> (long) people.size()));
            table.append(event.name());
            table.append(event.timeMillis());
            table.endRow();
        } catch (java.sql.SQLException e) {
            throw new IllegalStateException("A row could not be added to the SQL engine.", e);
        }
    }
}
