package coldtide.core.register;

import coldtide.core.filter.value.PersonValues;
import coldtide.core.log.EventLog;
import coldtide.core.log.PersonEvent;
import coldtide.core.log.PersonEvents;
import coldtide.core.log.PersonEvents.Place;
import coldtide.core.log.SessionRows;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;

/**
 * One user's diary.
 *
 * @param installs in order of their first event
 * @param properties every property the user ever had a value of
 * @param entries how many there are in all; {@code page} is some of them, newest first
 */
public record PersonLog(
        PersonRow person, List<InstallView> installs, List<FirstAndLatest> properties, int entries, List<Entry> page) {
    public PersonLog {
        installs = List.copyOf(installs);
        properties = List.copyOf(properties);
        page = List.copyOf(page);
    }

    /** An install and what its latest event says of its device. */
    public record InstallView(
            long install, Instant firstSeen, Instant lastSeen, long events, Map<String, String> context) {}

    /** A property and its first and latest value. */
    public record FirstAndLatest(String property, String first, String latest) {}

    /**
     * A session, or one passive event between sessions.
     *
     * @param seconds from first to last event
     */
    public record Entry(boolean isSession, double seconds, List<PersonEvent> events) {
        public Entry {
            events = List.copyOf(events);
        }

        Instant starts() {
            return Instant.ofEpochMilli(events.get(0).timeMillis());
        }
    }

    /**
     * Reads a user's diary.
     *
     * @param from how many newer entries are left out
     * @param most how many are told
     */
    public static PersonLog of(EventLog log, Place place, int from, int most) {
        List<PersonEvent> events = PersonEvents.of(log, place);
        List<Entry> entries = entries(log, place, events);
        return new PersonLog(
                PersonFigures.row(log, place.shard(), place.person(), List.of()),
                installs(events),
                properties(log, place),
                entries.size(),
                entries.stream().skip(from).limit(most).toList());
    }

    private static List<Entry> entries(EventLog log, Place place, List<PersonEvent> events) {
        SessionRows sessions = new SessionRows(log, place.shard());
        sessions.person(place.person());
        Map<Integer, List<PersonEvent>> bySession = new TreeMap<>();
        List<Entry> entries = new ArrayList<>();
        for (PersonEvent event : events) {
            int session = sessions.of(event.row());
            if (session == SessionRows.NONE) {
                entries.add(new Entry(false, 0, List.of(event)));
            } else {
                bySession.computeIfAbsent(session, first -> new ArrayList<>()).add(event);
            }
        }
        bySession
                .values()
                .forEach(of -> entries.add(new Entry(
                        true, (of.get(of.size() - 1).timeMillis() - of.get(0).timeMillis()) / 1000.0, of)));
        entries.sort(Comparator.comparing(Entry::starts).reversed());
        return entries;
    }

    private static List<InstallView> installs(List<PersonEvent> events) {
        Map<Long, List<PersonEvent>> byInstall = new TreeMap<>();
        events.forEach(event -> byInstall
                .computeIfAbsent(event.install(), install -> new ArrayList<>())
                .add(event));
        return byInstall.entrySet().stream()
                .map(each -> {
                    List<PersonEvent> of = each.getValue();
                    PersonEvent last = of.get(of.size() - 1);
                    return new InstallView(
                            each.getKey(),
                            Instant.ofEpochMilli(of.get(0).timeMillis()),
                            Instant.ofEpochMilli(last.timeMillis()),
                            of.size(),
                            last.context());
                })
                .sorted(Comparator.comparing(InstallView::firstSeen))
                .toList();
    }

    private static List<FirstAndLatest> properties(EventLog log, Place place) {
        List<FirstAndLatest> properties = new ArrayList<>();
        for (String property : log.properties()) {
            PersonValues values = new PersonValues(log, place.shard(), property);
            Optional<String> first = PersonFigures.first(log, values, place.person());
            Optional<String> latest = PersonFigures.latest(log, values, place.person());
            if (first.isPresent() && latest.isPresent()) {
                properties.add(new FirstAndLatest(property, first.get(), latest.get()));
            }
        }
        return properties;
    }
}
