package coldtide.core.catalogue;

import coldtide.core.log.EventLog;
import coldtide.core.log.Shard;
import coldtide.core.log.rule.Release;
import coldtide.core.scan.Analysis;
import coldtide.core.scan.ArraySums;
import coldtide.core.time.DayRange;
import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.Arrays;
import java.util.List;
import java.util.stream.IntStream;

/**
 * Every event of a log in one pass over all of its rows: by day, and by sender, which is a version on a platform. Costs two
 * counters an event, and in memory for each thread 4 bytes for each event and day and for each event and sender.
 */
public final class EventCatalogue implements Analysis<EventCatalogue.Partial, EventCatalogue.Answer> {
    /** How many full days at the end of the range tell whether an event has fallen silent. */
    public static final int LAST_DAYS = 7;

    /** Where a day lies: outside the range, in it before its last full days, among these, or after them as it is not over. */
    static final int WINDOWS = 4;

    static final int OUTSIDE = 0;
    static final int EARLIER = 1;
    static final int LAST = 2;
    static final int OPEN = 3;

    /**
     * The catalogue of events.
     *
     * @param senders by the place of their counts
     * @param events those that most often happened in the range first
     */
    public record Answer(List<Release> senders, List<CatalogueEvent> events) {
        public Answer {
            senders = List.copyOf(senders);
            events = List.copyOf(events);
        }
    }

    static final class Partial {
        /** By event, then day of the log. */
        final int[] byDay;
        /** By sender, then event, then window. */
        final int[] bySender;
        /** By event, in the range. */
        final long[] people;
        /** By sender, the first day of the log with anything of it. */
        final int[] firstDay;

        /** The last user counted, by event. */
        private final int[] counted;

        private int person;

        Partial(int events, int days, int senders) {
            byDay = new int[events * days];
            bySender = new int[senders * events * WINDOWS];
            people = new long[events];
            counted = new int[events];
            firstDay = new int[senders];
            Arrays.fill(firstDay, Integer.MAX_VALUE);
        }

        long ever(int sender, int name) {
            return IntStream.range(0, WINDOWS)
                    .mapToLong(when -> of(sender, name, when))
                    .sum();
        }

        long of(int sender, int name, int when) {
            return bySender[(sender * people.length + name) * WINDOWS + when];
        }
    }

    private final EventLog log;
    private final DayRange range;
    private final int names;
    private final int days;
    private final byte[] window;

    public EventCatalogue(EventLog log, DayRange range) {
        this.log = log;
        this.range = range;
        names = log.eventNames().size();
        days = log.days();
        window = new byte[days];
        LocalDate fullTo = range.to().isBefore(log.endOfFullDays()) ? range.to() : log.endOfFullDays();
        for (int day = 0; day < days; day++) {
            LocalDate date = log.firstDay().plusDays(day);
            window[day] = (byte)
                    (!range.contains(date)
                            ? OUTSIDE
                            : !date.isBefore(fullTo)
                                    ? OPEN
                                    : date.isBefore(fullTo.minusDays(LAST_DAYS)) ? EARLIER : LAST);
        }
    }

    @Override
    public Partial empty() {
        return new Partial(names, days, log.releases().size());
    }

    @Override
    public void scan(Shard shard, Partial partial) {
        for (int person = shard.person(0); person < shard.people(); person = shard.person(person + 1)) {
            partial.person++;
            int lastRun = shard.runFrom[person + 1] - 1;
            for (int run = shard.runFrom[person]; run <= lastRun; run++) {
                int to = run < lastRun ? shard.runRow[run + 1] : shard.eventFrom[person + 1];
                count(shard, shard.runRow[run], to, log.contexts().release(shard.runContext[run]), partial);
            }
        }
    }

    private void count(Shard shard, int from, int to, int sender, Partial partial) {
        partial.firstDay[sender] = Math.min(partial.firstDay[sender], shard.eventDay[from]);
        int first = sender * names * WINDOWS;
        for (int row = from; row < to; row++) {
            int name = shard.eventName[row];
            int day = shard.eventDay[row];
            partial.byDay[name * days + day]++;
            partial.bySender[first + name * WINDOWS + window[day]]++;
            if (partial.counted[name] != partial.person && window[day] != OUTSIDE) {
                partial.counted[name] = partial.person;
                partial.people[name]++;
            }
        }
    }

    @Override
    public void merge(Partial into, Partial from) {
        ArraySums.add(into.byDay, from.byDay);
        ArraySums.add(into.bySender, from.bySender);
        ArraySums.add(into.people, from.people);
        for (int sender = 0; sender < into.firstDay.length; sender++) {
            into.firstDay[sender] = Math.min(into.firstDay[sender], from.firstDay[sender]);
        }
    }

    @Override
    public Answer finish(Partial partial) {
        List<Release> senders = log.releases();
        Gaps gaps = new Gaps(log, partial);
        List<CatalogueEvent> events = IntStream.range(0, names)
                .filter(name -> Arrays.stream(partial.byDay, name * days, name * days + days)
                        .anyMatch(count -> count > 0))
                .mapToObj(name -> event(name, partial, senders.size(), gaps))
                .sorted((a, b) -> a.count() != b.count()
                        ? Long.compare(b.count(), a.count())
                        : a.name().compareTo(b.name()))
                .toList();
        return new Answer(senders, events);
    }

    private CatalogueEvent event(int name, Partial partial, int senders, Gaps gaps) {
        int[] seen = IntStream.range(0, days)
                .filter(day -> partial.byDay[name * days + day] > 0)
                .toArray();
        int begins = (int) ChronoUnit.DAYS.between(log.firstDay(), range.from());
        List<Long> byDay = IntStream.range(begins, begins + range.days())
                .mapToObj(day -> day < 0 || day >= days ? 0L : partial.byDay[name * days + day])
                .toList();
        return new CatalogueEvent(
                log.eventNames().get(name),
                byDay.stream().mapToLong(Long::longValue).sum(),
                partial.people[name],
                byDay,
                log.firstDay().plusDays(seen[0]),
                log.firstDay().plusDays(seen[seen.length - 1]),
                IntStream.range(0, senders)
                        .mapToObj(sender -> partial.ever(sender, name) - partial.of(sender, name, OUTSIDE))
                        .toList(),
                IntStream.range(0, senders)
                        .mapToObj(sender -> partial.ever(sender, name))
                        .toList(),
                gaps.of(name));
    }
}
