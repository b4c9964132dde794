package coldtide.core.log;

import coldtide.core.log.rule.Money;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.stream.IntStream;

/** The users of a log as plain values, in which codes and places in shards do not show: for comparing logs. Slow. */
final class LogPeople {
    /** One event, said in words. */
    private record Happened(
            long install,
            long account,
            long timeMillis,
            long receivedMillis,
            String name,
            Map<String, String> context,
            Map<String, String> values,
            Money money) {}

    /** Everything a log says of one user; lists of numbers are columns. */
    record Person(List<Object> events, List<List<? extends Object>> columns) {}

    private final EventLog log;

    LogPeople(EventLog log) {
        this.log = log;
    }

    /** Users by their owner. */
    Map<Long, Person> all() {
        Map<Long, Person> people = new HashMap<>();
        for (Shard shard : log.shards()) {
            for (int p = shard.person(0); p < shard.people(); p = shard.person(p + 1)) {
                Person before = people.put(shard.owner[p], person(shard, p));
                if (before != null) {
                    throw new IllegalStateException("The person " + shard.owner[p] + " stands in the log twice.");
                }
            }
        }
        return people;
    }

    private Person person(Shard shard, int p) {
        RawColumns raw = new RawColumns();
        new ShardRows(log.dayBoundaries(), log.currencies()).each(shard, p, raw::add);
        RawEvent event = new RawEvent();
        List<Object> events = IntStream.range(0, raw.size())
                .mapToObj(e -> {
                    raw.get(e, event);
                    return (Object) happened(event);
                })
                .toList();
        int[] active = range(shard.activeFrom, p);
        int[] sessions = range(shard.sessionFrom, p);
        int[] money = range(shard.moneyFrom, p);
        return new Person(
                events,
                List.of(
                        List.of(shard.firstDay[p]),
                        Arrays.stream(active).mapToObj(i -> shard.activeDay[i]).toList(),
                        Arrays.stream(active)
                                .mapToObj(i -> log.releases().get(shard.activeRelease[i]))
                                .toList(),
                        Arrays.stream(sessions)
                                .mapToObj(i -> shard.sessionDay[i])
                                .toList(),
                        Arrays.stream(sessions)
                                .mapToObj(i -> shard.sessionMillis[i])
                                .toList(),
                        Arrays.stream(range(shard.installFrom, p))
                                .mapToObj(i -> shard.installDay[i])
                                .toList(),
                        Arrays.stream(range(shard.uninstallFrom, p))
                                .mapToObj(i -> shard.uninstallDay[i])
                                .toList(),
                        Arrays.stream(money).mapToObj(i -> shard.moneyDay[i]).toList(),
                        Arrays.stream(money).mapToObj(i -> shard.moneyMicros[i]).toList()));
    }

    private static int[] range(int[] from, int person) {
        return IntStream.range(from[person], from[person + 1]).toArray();
    }

    private Happened happened(RawEvent event) {
        Map<String, String> values = new TreeMap<>();
        for (int i = 0; i < event.values; i++) {
            String column = log.columns().get(event.column[i]);
            boolean text = column.charAt(0) == EventLog.TEXTS;
            values.put(column, text ? log.texts().text((int) event.value[i]) : "" + event.value[i]);
        }
        return new Happened(
                event.install,
                event.account,
                event.timeMillis,
                event.receivedMillis,
                log.eventNames().get(event.name),
                log.contexts().properties(event.context),
                values,
                event.money);
    }
}
