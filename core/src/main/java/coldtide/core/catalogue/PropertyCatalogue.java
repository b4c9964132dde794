package coldtide.core.catalogue;

import coldtide.core.catalogue.CatalogueProperty.Frequency;
import coldtide.core.catalogue.CatalogueProperty.NumberBounds;
import coldtide.core.log.EventLog;
import coldtide.core.log.Shard;
import coldtide.core.log.column.PropertyColumn;
import coldtide.core.log.rule.Contexts;
import coldtide.core.scan.Analysis;
import coldtide.core.time.DayRange;
import it.unimi.dsi.fastutil.doubles.Double2LongOpenHashMap;
import it.unimi.dsi.fastutil.ints.Int2LongOpenHashMap;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;

/**
 * Every property of a log in one pass over its runs and its columns of properties. Memory is bounded however many values there
 * are: {@link ValueSample}.
 */
public final class PropertyCatalogue implements Analysis<List<PropertyCatalogue.Tally>, List<CatalogueProperty>> {
    private static final int EXAMPLES = 8;

    /** What was found of one property. */
    static final class Tally {
        private final long[] byEvent;
        private final ValueSample values = new ValueSample();
        private long texts;
        private long numbers;
        private double least = Double.POSITIVE_INFINITY;
        private double greatest = Double.NEGATIVE_INFINITY;
        private int firstDay = Integer.MAX_VALUE;
        private int lastDay = -1;

        Tally(int events) {
            byEvent = new long[events];
        }

        private void seen(int first, int last) {
            firstDay = Math.min(firstDay, first);
            lastDay = Math.max(lastDay, last);
        }

        private void text(String text, long times) {
            texts += times;
            values.add(text, times);
        }

        private void number(double number, long times) {
            numbers += times;
            least = Math.min(least, number);
            greatest = Math.max(greatest, number);
            values.add(number, times);
        }

        private void add(Tally other) {
            for (int name = 0; name < byEvent.length; name++) {
                byEvent[name] += other.byEvent[name];
            }
            values.addAll(other.values);
            texts += other.texts;
            numbers += other.numbers;
            least = Math.min(least, other.least);
            greatest = Math.max(greatest, other.greatest);
            seen(other.firstDay, other.lastDay);
        }
    }

    private final EventLog log;
    private final List<String> properties;
    private final boolean[] inRange;

    public PropertyCatalogue(EventLog log, DayRange range) {
        this.log = log;
        properties = log.properties();
        inRange = new boolean[log.days()];
        for (int day = 0; day < inRange.length; day++) {
            inRange[day] = range.contains(log.firstDay().plusDays(day));
        }
    }

    @Override
    public List<Tally> empty() {
        return properties.stream()
                .map(property -> new Tally(log.eventNames().size()))
                .toList();
    }

    @Override
    public void scan(Shard shard, List<Tally> partial) {
        boolean[] live = new boolean[shard.events()];
        for (int person = shard.person(0); person < shard.people(); person = shard.person(person + 1)) {
            Arrays.fill(live, shard.eventFrom[person], shard.eventFrom[person + 1], true);
        }
        for (int p = 0; p < properties.size(); p++) {
            String property = properties.get(p);
            Tally tally = partial.get(p);
            log.contexts().codes(property).ifPresent(codes -> contexts(shard, codes, live, tally));
            log.texts(shard, property).ifPresent(column -> column(shard, column, true, live, tally));
            log.numbers(shard, property).ifPresent(column -> column(shard, column, false, live, tally));
        }
    }

    private void contexts(Shard shard, int[] codes, boolean[] live, Tally tally) {
        Int2LongOpenHashMap times = new Int2LongOpenHashMap();
        int runs = shard.runRow.length;
        for (int run = 0; run < runs; run++) {
            int code = codes[shard.runContext[run]];
            int from = shard.runRow[run];
            if (code == Contexts.NONE || !live[from]) {
                continue;
            }
            int to = run + 1 < runs ? shard.runRow[run + 1] : shard.events();
            tally.seen(shard.eventDay[from], shard.eventDay[to - 1]);
            int counted = 0;
            for (int row = from; row < to; row++) {
                if (inRange[shard.eventDay[row]]) {
                    counted++;
                    tally.byEvent[shard.eventName[row]]++;
                }
            }
            if (counted > 0) {
                times.addTo(code, counted);
            }
        }
        times.forEach((code, count) -> tally.text(log.texts().text(code), count));
    }

    private void column(Shard shard, PropertyColumn column, boolean isText, boolean[] live, Tally tally) {
        Double2LongOpenHashMap times = new Double2LongOpenHashMap();
        for (int i = 0; i < column.size(); i++) {
            int row = column.row(i);
            int day = shard.eventDay[row];
            if (!live[row]) {
                continue;
            }
            tally.seen(day, day);
            if (inRange[day]) {
                tally.byEvent[shard.eventName[row]]++;
                times.addTo(column.values().at(i), 1);
            }
        }
        times.forEach((value, count) -> {
            if (isText) {
                tally.text(log.texts().text((int) value), count);
            } else {
                tally.number(value, count);
            }
        });
    }

    @Override
    public void merge(List<Tally> into, List<Tally> from) {
        for (int p = 0; p < into.size(); p++) {
            into.get(p).add(from.get(p));
        }
    }

    @Override
    public List<CatalogueProperty> finish(List<Tally> partial) {
        return IntStream.range(0, properties.size())
                .filter(p -> partial.get(p).lastDay >= 0)
                .mapToObj(p -> property(properties.get(p), partial.get(p)))
                .sorted(Comparator.comparingLong(CatalogueProperty::events)
                        .reversed()
                        .thenComparing(CatalogueProperty::name))
                .toList();
    }

    private CatalogueProperty property(String name, Tally tally) {
        List<Frequency> events = new ArrayList<>();
        for (int code = 0; code < tally.byEvent.length; code++) {
            if (tally.byEvent[code] > 0) {
                events.add(new Frequency(log.eventNames().get(code), tally.byEvent[code]));
            }
        }
        events.sort(Comparator.comparingLong(Frequency::count).reversed().thenComparing(Frequency::of));
        return new CatalogueProperty(
                name,
                tally.texts + tally.numbers,
                tally.texts,
                tally.numbers,
                events,
                tally.values.distinct(),
                tally.values.isPart(),
                tally.values.top(EXAMPLES),
                tally.numbers == 0 ? Optional.empty() : Optional.of(new NumberBounds(tally.least, tally.greatest)),
                log.firstDay().plusDays(tally.firstDay),
                log.firstDay().plusDays(tally.lastDay));
    }
}
