package coldtide.bench;

import coldtide.core.log.EventLog;
import coldtide.core.log.Shard;
import coldtide.core.scan.Analysis;
import java.util.Arrays;

/** Revenue and active people of each day by version and country, dense: what a split of two properties costs. */
final class Revenue implements Analysis<Revenue.Partial, Revenue.Total> {
    /** By day and group. */
    static final class Partial {
        final long[] micros;
        final long[] people;

        Partial(int cells) {
            micros = new long[cells];
            people = new long[cells];
        }
    }

    /** Sums over all cells, and how many have people. */
    record Total(long micros, long people, long cells) {}

    private final EventLog log;
    private final Numbered version;
    private final Numbered country;
    private final int groups;
    private final boolean[] passive;

    /**
     * Values of a property of contexts, numbered from 0 on.
     *
     * @param codes of texts by context
     * @param numbers by code of text and one more: a context without the property has the code -1
     */
    private record Numbered(int[] codes, int[] numbers, int count) {
        static Numbered of(EventLog log, String property) {
            int[] codes = log.contexts().codes(property).orElseThrow();
            int[] numbers = new int[log.texts().size() + 1];
            for (int context = 0; context < log.contexts().size(); context++) {
                numbers[codes[context] + 1] = 1;
            }
            int count = 0;
            for (int code = 0; code < numbers.length; code++) {
                numbers[code] = numbers[code] == 0 ? -1 : count++;
            }
            return new Numbered(codes, numbers, count);
        }

        int of(int context) {
            return numbers[codes[context] + 1];
        }
    }

    Revenue(EventLog log) {
        this.log = log;
        version = Numbered.of(log, "app_version");
        country = Numbered.of(log, "country");
        groups = version.count() * country.count();
        passive = new boolean[log.eventNames().size()];
        for (int code = 0; code < passive.length; code++) {
            passive[code] = log.isPassive(code);
        }
    }

    @Override
    public Partial empty() {
        return new Partial(log.days() * groups);
    }

    /**
     * A day that no other run of the person shares needs no look at its events: whether the person was active is known. Only days
     * on which a version or a country changed are read row by row.
     */
    @Override
    public void scan(Shard shard, Partial partial) {
        int[] lastDay = new int[groups];
        int[] lastPerson = new int[groups];
        Arrays.fill(lastPerson, -1);
        for (int person = shard.person(0); person < shard.people(); person = shard.person(person + 1)) {
            int money = shard.moneyFrom[person];
            int moneyEnd = shard.moneyFrom[person + 1];
            int active = shard.activeFrom[person];
            int activeEnd = shard.activeFrom[person + 1];
            int lastRun = shard.runFrom[person + 1] - 1;
            int before = -1;
            for (int run = shard.runFrom[person]; run <= lastRun; run++) {
                int context = shard.runContext[run];
                int group = version.of(context) * country.count() + country.of(context);
                int from = shard.runRow[run];
                int to = run < lastRun ? shard.runRow[run + 1] : shard.eventFrom[person + 1];
                int last = shard.eventDay[to - 1];
                int after = run < lastRun ? shard.eventDay[to] : Integer.MAX_VALUE;
                for (; active < activeEnd && shard.activeDay[active] <= last; active++) {
                    int day = shard.activeDay[active];
                    boolean counted = lastPerson[group] == person && lastDay[group] == day;
                    boolean shared = day == before || day == after;
                    if (!counted && (!shared || active(shard, from, to, day))) {
                        partial.people[day * groups + group]++;
                        lastPerson[group] = person;
                        lastDay[group] = day;
                    }
                }
                if (last == after && active > shard.activeFrom[person] && shard.activeDay[active - 1] == last) {
                    active--;
                }
                before = last;
                for (; money < moneyEnd && shard.moneyRow[money] < to; money++) {
                    if (shard.moneyMicros[money] != Shard.NO_RATE) {
                        partial.micros[shard.moneyDay[money] * groups + group] += shard.moneyMicros[money];
                    }
                }
            }
        }
    }

    /** Whether any of some rows is an active one of a day, which is the first or the last of theirs. */
    private boolean active(Shard shard, int from, int to, int day) {
        boolean first = shard.eventDay[from] == day;
        for (int row = first ? from : to - 1;
                row >= from && row < to && shard.eventDay[row] == day;
                row += first ? 1 : -1) {
            if (!passive[shard.eventName[row]]) {
                return true;
            }
        }
        return false;
    }

    @Override
    public void merge(Partial into, Partial from) {
        for (int cell = 0; cell < into.micros.length; cell++) {
            into.micros[cell] += from.micros[cell];
            into.people[cell] += from.people[cell];
        }
    }

    @Override
    public Total finish(Partial partial) {
        long cells = 0;
        for (int cell = 0; cell < partial.people.length; cell++) {
            cells += partial.people[cell] > 0 || partial.micros[cell] > 0 ? 1 : 0;
        }
        return new Total(
                Arrays.stream(partial.micros).sum(),
                Arrays.stream(partial.people).sum(),
                cells);
    }
}
