package coldtide.server.register;

import coldtide.core.filter.value.ValueTest;
import coldtide.core.log.PersonEvent;
import coldtide.core.log.PersonEvents.Place;
import coldtide.core.log.RawEvent;
import coldtide.core.register.PersonLog;
import coldtide.server.engine.PersonNames;
import coldtide.server.engine.QueryService.Asked;
import coldtide.server.register.RegisterController.RegisterPerson;
import io.swagger.v3.oas.annotations.media.Schema;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;

/**
 * One person's diary as it goes over the wire.
 *
 * @param entries how many there are in all; {@code page} is some of them, newest first
 */
record PersonLogView(
        RegisterPerson person,
        List<InstallOfPerson> installs,
        List<PersonLog.FirstAndLatest> properties,
        int entries,
        List<EntryOfLog> page,
        String currency) {
    /** An install, by the sender's name of it, and what its latest event says of its device. */
    record InstallOfPerson(
            String name, Instant firstSeen, Instant lastSeen, long events, Map<String, String> context) {}

    /** A session, or a single passive event. */
    record EntryOfLog(boolean session, Instant starts, double seconds, List<EventOfLog> events) {}

    /**
     * An event.
     *
     * @param install the sender's name of the install
     * @param account the account it names; null for none
     * @param received when it came in
     * @param values its own properties as texts
     * @param money as it was paid, such as "EUR 1.99 purchase"; null for none
     */
    record EventOfLog(
            Instant time,
            Instant received,
            String name,
            String install,
            @Schema(types = {"string", "null"}) String account,
            Map<String, String> values,
            @Schema(types = {"string", "null"}) String money) {}

    static PersonLogView of(Asked asked, PersonNames people, Place place, int from, int most) {
        PersonLog log = PersonLog.of(asked.log(), place, from, most);
        long owner = log.person().owner();
        Map<Long, String> installs = people.installs(
                asked.app(),
                log.installs().stream().map(PersonLog.InstallView::install).toList());
        Map<Long, String> accounts = people.accounts(
                asked.app(),
                log.page().stream()
                        .flatMap(entry -> entry.events().stream())
                        .map(PersonEvent::account)
                        .distinct()
                        .toList());
        return new PersonLogView(
                RegisterPerson.of(
                        log.person(), people.names(asked.app(), List.of(owner)).get(owner)),
                log.installs().stream()
                        .map(each -> new InstallOfPerson(
                                installs.getOrDefault(each.install(), "i" + each.install()),
                                each.firstSeen(),
                                each.lastSeen(),
                                each.events(),
                                each.context()))
                        .toList(),
                log.properties(),
                log.entries(),
                log.page().stream()
                        .map(entry -> entry(entry, installs, accounts))
                        .toList(),
                asked.app().currency());
    }

    private static EntryOfLog entry(PersonLog.Entry entry, Map<Long, String> installs, Map<Long, String> accounts) {
        return new EntryOfLog(
                entry.isSession(),
                Instant.ofEpochMilli(entry.events().get(0).timeMillis()),
                entry.seconds(),
                entry.events().stream()
                        .map(event -> event(event, installs, accounts))
                        .toList());
    }

    private static EventOfLog event(PersonEvent event, Map<Long, String> installs, Map<Long, String> accounts) {
        Map<String, String> values = new TreeMap<>();
        event.values()
                .forEach((property, value) -> values.put(
                        property, value instanceof Double number ? ValueTest.written(number) : value.toString()));
        return new EventOfLog(
                Instant.ofEpochMilli(event.timeMillis()),
                Instant.ofEpochMilli(event.receivedMillis()),
                event.name(),
                installs.getOrDefault(event.install(), "i" + event.install()),
                event.account() == RawEvent.NOBODY ? null : accounts.get(event.account()),
                values,
                event.money()
                        .map(money -> money.currency() + " "
                                + java.math.BigDecimal.valueOf(money.micros(), 6)
                                        .stripTrailingZeros()
                                        .toPlainString()
                                + " " + money.type().word())
                        .orElse(null));
    }
}
