package coldtide.core.funnel.dropoff;

import coldtide.core.filter.Conditions;
import coldtide.core.filter.value.PropertyValue;
import coldtide.core.filter.value.Value;
import coldtide.core.funnel.FunnelAnswer.Versus;
import coldtide.core.funnel.GroupComparison;
import coldtide.core.funnel.dropoff.SlicesAnswer.Slice;
import coldtide.core.funnel.match.CountingUnits;
import coldtide.core.log.EventLog;
import coldtide.core.scan.ScanRunner;
import it.unimi.dsi.fastutil.longs.Long2LongMap;
import it.unimi.dsi.fastutil.longs.Long2LongOpenHashMap;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * Compares every value of every property at the step before with everyone else, then pairs of those properties whose values move
 * most: two passes, each costs what the funnel does and a look at each property of each unit. What is told of a pair is more than
 * what is told of either value alone: it differs further, and is not nearly the same units.
 */
public final class SlicesAnalysis {
    /** Properties whose pairs are looked at, and with how many values each. */
    static final int MOST_PAIRED = 10;

    static final int MOST_VALUES = 30;
    /** A pair with more than this share of the units of either of its values is that value under another name. */
    private static final double NEARLY_ALL = 0.9;

    /** A value of a property that was compared. */
    private record Single(int property, long value, Versus versus) {
        double moved() {
            return Math.abs(versus.own().whole() * difference(versus));
        }
    }

    private final EventLog log;
    private final CountingUnits units;
    private final SlicesQuestion question;
    private final List<String> properties;

    private SlicesAnalysis(EventLog log, Conditions conditions, SlicesQuestion question) {
        this.log = log;
        this.question = question;
        units = new CountingUnits(log, conditions, question.funnel());
        properties = log.properties();
    }

    public static SlicesAnswer answer(EventLog log, ScanRunner runner, Conditions conditions, SlicesQuestion question) {
        return new SlicesAnalysis(log, conditions, question).ask(runner);
    }

    private SlicesAnswer ask(ScanRunner runner) {
        ValuePass.Partial counted = runner.run(log, new ValuePass(units, question.step(), properties));
        List<Single> singles = new ArrayList<>();
        List<String> tooMany = new ArrayList<>();
        for (int property = 0; property < properties.size(); property++) {
            Long2LongOpenHashMap values = counted.values.get(property);
            if (values == null) {
                tooMany.add(properties.get(property));
            } else {
                for (Long2LongMap.Entry each : values.long2LongEntrySet()) {
                    compare(counted, property, each, singles);
                }
            }
        }
        Told told = new Told();
        singles.forEach(single -> told.add(true, single.versus(), having(single)));
        pairs(runner, singles, counted, told);
        return new SlicesAnswer(counted.reached, counted.before, told.tests, told.ranked(), tooMany);
    }

    /** What is compared, and of it what is told: pairs that say no more than their values are compared all the same. */
    private static final class Told {
        private final List<Slice> slices = new ArrayList<>();
        private int tests;

        void add(boolean saysMore, Versus versus, PropertyValue... having) {
            tests++;
            if (saysMore) {
                slices.add(new Slice(List.of(having), versus));
            }
        }

        List<Slice> ranked() {
            List<Optional<Versus>> versus = GroupComparison.corrected(
                    tests,
                    slices.stream().map(slice -> Optional.of(slice.versus())).toList());
            List<Slice> corrected = new ArrayList<>();
            for (Slice slice : slices) {
                corrected.add(
                        new Slice(slice.having(), versus.get(corrected.size()).orElseThrow()));
            }
            corrected.sort(Comparator.comparingDouble((Slice slice) -> -Math.abs(slice.moved()))
                    .thenComparing(slice -> slice.having().toString()));
            return corrected.stream().limit(SlicesAnswer.MOST).toList();
        }
    }

    private static void compare(ValuePass.Partial all, int property, Long2LongMap.Entry entry, List<Single> into) {
        if (entry.getLongKey() != Value.NONE) {
            long counts = entry.getLongValue();
            GroupComparison.of(ValuePass.reached(counts), ValuePass.before(counts), all.reached, all.before)
                    .ifPresent(versus -> into.add(new Single(property, entry.getLongKey(), versus)));
        }
    }

    private PropertyValue having(Single single) {
        return new PropertyValue(properties.get(single.property()), Value.written(log.texts(), single.value()));
    }

    private void pairs(ScanRunner runner, List<Single> singles, ValuePass.Partial all, Told told) {
        List<List<Single>> paired = paired(singles);
        if (paired.size() < 2) {
            return;
        }
        List<PairPass.Values> values = paired.stream()
                .map(each -> new PairPass.Values(
                        properties.get(each.get(0).property()),
                        each.stream().mapToLong(Single::value).toArray()))
                .toList();
        PairPass.Partial counted = runner.run(log, new PairPass(units, question.step(), values));
        counted.each((one, value, other, otherValue, counts) -> {
            Single a = paired.get(other).get(otherValue);
            Single b = paired.get(one).get(value);
            GroupComparison.of(ValuePass.reached(counts), ValuePass.before(counts), all.reached, all.before)
                    .ifPresent(versus -> told.add(
                            saysMore(versus, a.versus()) && saysMore(versus, b.versus()),
                            versus,
                            having(a),
                            having(b)));
        });
    }

    /** By property, its values that move most; the properties of those that move most. */
    private static List<List<Single>> paired(List<Single> singles) {
        Map<Integer, List<Single>> byProperty = new HashMap<>();
        singles.stream()
                .sorted(Comparator.comparingDouble((Single each) -> -each.moved())
                        .thenComparingInt(Single::property)
                        .thenComparingLong(Single::value))
                .forEach(each -> byProperty
                        .computeIfAbsent(each.property(), property -> new ArrayList<>())
                        .add(each));
        return byProperty.entrySet().stream()
                .sorted(Comparator.comparingDouble((Map.Entry<Integer, List<Single>> each) ->
                                -each.getValue().get(0).moved())
                        .thenComparingInt(Map.Entry::getKey))
                .limit(MOST_PAIRED)
                .map(each -> each.getValue().stream().limit(MOST_VALUES).toList())
                .toList();
    }

    /** In whichever direction: a pair may stop where each of its values alone goes on. */
    private static boolean saysMore(Versus pair, Versus alone) {
        return Math.abs(difference(pair)) > Math.abs(difference(alone))
                && pair.own().whole() <= NEARLY_ALL * alone.own().whole();
    }

    private static double difference(Versus versus) {
        return versus.own().value() - versus.others().value();
    }
}
