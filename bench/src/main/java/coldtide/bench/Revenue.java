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
    private final int groups;
    /** The group of a context. */
    private final int[] groupOf;

    private final boolean[] passive;

    Revenue(EventLog log) {
        this.log = log;
        int[] versions = log.contexts().codes("app_version").orElseThrow();
        int[] countries = log.contexts().codes("country").orElseThrow();
        int contexts = log.contexts().size();
        int[] version = dense(versions, contexts);
        int[] country = dense(countries, contexts);
        int width = Arrays.stream(country).max().orElse(0) + 1;
        groups = (Arrays.stream(version).max().orElse(0) + 1) * width;
        groupOf = new int[contexts];
        for (int c = 0; c < contexts; c++) {
            groupOf[c] = version[c] * width + country[c];
        }
        passive = new boolean[log.eventNames().size()];
        for (int code = 0; code < passive.length; code++) {
            passive[code] = log.isPassive(code);
        }
    }

    /** Text codes as numbers from 0 on. */
    private static int[] dense(int[] codes, int size) {
        int[] distinct = Arrays.stream(codes, 0, size).distinct().sorted().toArray();
        return Arrays.stream(codes, 0, size)
                .map(code -> Arrays.binarySearch(distinct, code))
                .toArray();
    }

    @Override
    public Partial empty() {
        return new Partial(log.days() * groups);
    }

    @Override
    public void scan(Shard shard, Partial partial) {
        int[] lastDay = new int[groups];
        int[] lastPerson = new int[groups];
        Arrays.fill(lastPerson, -1);
        for (int person = shard.person(0); person < shard.people(); person = shard.person(person + 1)) {
            int money = shard.moneyFrom[person];
            int moneyEnd = shard.moneyFrom[person + 1];
            for (int run = shard.runFrom[person]; run < shard.runFrom[person + 1]; run++) {
                int group = groupOf[shard.runContext[run]];
                int end = run + 1 < shard.runFrom[person + 1] ? shard.runRow[run + 1] : shard.eventFrom[person + 1];
                int last = lastPerson[group] == person ? lastDay[group] : -1;
                for (int row = shard.runRow[run]; row < end; row++) {
                    if (shard.eventDay[row] != last && !passive[shard.eventName[row]]) {
                        last = shard.eventDay[row];
                        partial.people[last * groups + group]++;
                    }
                }
                lastPerson[group] = person;
                lastDay[group] = last;
                for (; money < moneyEnd && shard.moneyRow[money] < end; money++) {
                    if (shard.moneyMicros[money] != Shard.NO_RATE) {
                        partial.micros[shard.moneyDay[money] * groups + group] += shard.moneyMicros[money];
                    }
                }
            }
        }
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
