package coldtide.bench;

import coldtide.core.log.EventLog;
import coldtide.core.log.Shard;
import coldtide.core.scan.Analysis;
import coldtide.core.who.Conditions;
import coldtide.core.who.PersonValues;
import java.util.Map;
import java.util.TreeMap;

/** People for whom a condition holds, by their latest country. */
final class ByCountry implements Analysis<Map<Integer, Long>, Long> {
    private final EventLog log;
    private final Conditions.Mask who;

    ByCountry(EventLog log, Conditions.Mask who) {
        this.log = log;
        this.who = who;
    }

    @Override
    public Map<Integer, Long> empty() {
        return new TreeMap<>();
    }

    @Override
    public void scan(Shard shard, Map<Integer, Long> partial) {
        long[] bits = who.bits(shard);
        PersonValues country = new PersonValues(log, shard, "country");
        for (int person = shard.person(0); person < shard.people(); person = shard.person(person + 1)) {
            if ((bits[person >> 6] & 1L << person) != 0 && country.latest(person)) {
                partial.merge((int) country.value(), 1L, Long::sum);
            }
        }
    }

    @Override
    public void merge(Map<Integer, Long> into, Map<Integer, Long> from) {
        from.forEach((code, people) -> into.merge(code, people, Long::sum));
    }

    /** The sum of the squares: it tells countries that were mixed up. */
    @Override
    public Long finish(Map<Integer, Long> partial) {
        return partial.values().stream().mapToLong(people -> people * people).sum();
    }
}
