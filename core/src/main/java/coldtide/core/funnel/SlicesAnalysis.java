package coldtide.core.funnel;

import coldtide.core.funnel.FunnelAnswer.Versus;
import coldtide.core.funnel.SlicesAnswer.Having;
import coldtide.core.funnel.SlicesAnswer.Slice;
import coldtide.core.log.EventLog;
import coldtide.core.scan.ScanRunner;
import coldtide.core.stats.FalseDiscovery;
import coldtide.core.who.Conditions;
import coldtide.core.who.Value;
import it.unimi.dsi.fastutil.longs.Long2LongMap;
import it.unimi.dsi.fastutil.longs.Long2LongOpenHashMap;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

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
    private final Units units;
    private final SlicesQuestion question;
    private final List<String> properties;

    private SlicesAnalysis(EventLog log, Conditions conditions, SlicesQuestion question) {
        this.log = log;
        this.question = question;
        units = new Units(log, conditions, question.funnel());
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
        List<Slice> slices = new ArrayList<>();
        singles.forEach(single -> slices.add(new Slice(List.of(having(single)), single.versus())));
        slices.addAll(pairs(runner, singles, counted));
        return new SlicesAnswer(counted.reached, counted.before, slices.size(), ranked(slices), tooMany);
    }

    private static void compare(ValuePass.Partial all, int property, Long2LongMap.Entry entry, List<Single> into) {
        if (entry.getLongKey() != Value.NONE) {
            long counts = entry.getLongValue();
            Apart.of(ValuePass.reached(counts), ValuePass.before(counts), all.reached, all.before)
                    .ifPresent(versus -> into.add(new Single(property, entry.getLongKey(), versus)));
        }
    }

    private Having having(Single single) {
        return new Having(properties.get(single.property()), Value.written(log.texts(), single.value()));
    }

    private List<Slice> pairs(ScanRunner runner, List<Single> singles, ValuePass.Partial all) {
        List<List<Single>> paired = paired(singles);
        if (paired.size() < 2) {
            return List.of();
        }
        List<PairPass.Values> values = paired.stream()
                .map(each -> new PairPass.Values(
                        properties.get(each.get(0).property()),
                        each.stream().mapToLong(Single::value).toArray()))
                .toList();
        PairPass.Partial counted = runner.run(log, new PairPass(units, question.step(), values));
        List<Slice> slices = new ArrayList<>();
        for (int one = 0; one < paired.size(); one++) {
            for (int other = 0; other < one; other++) {
                for (Single a : paired.get(other)) {
                    for (Single b : paired.get(one)) {
                        long counts = counted.of(
                                one,
                                other,
                                paired.get(one).indexOf(b),
                                paired.get(other).indexOf(a));
                        Apart.of(ValuePass.reached(counts), ValuePass.before(counts), all.reached, all.before)
                                .filter(versus -> saysMore(versus, a.versus()) && saysMore(versus, b.versus()))
                                .ifPresent(versus -> slices.add(new Slice(List.of(having(a), having(b)), versus)));
                    }
                }
            }
        }
        return slices;
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

    private static List<Slice> ranked(List<Slice> slices) {
        double[] adjusted = FalseDiscovery.adjusted(
                slices.stream().mapToDouble(slice -> Apart.p(slice.versus())).toArray());
        List<Slice> corrected = new ArrayList<>();
        for (int i = 0; i < adjusted.length; i++) {
            Versus versus = slices.get(i).versus();
            corrected.add(new Slice(slices.get(i).having(), new Versus(versus.own(), versus.others(), adjusted[i])));
        }
        corrected.sort(Comparator.comparingDouble((Slice slice) -> -Math.abs(slice.moved()))
                .thenComparing(slice -> slice.having().toString()));
        return corrected.stream().limit(SlicesAnswer.MOST).toList();
    }
}
