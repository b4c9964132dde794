package coldtide.core.contrast;

import coldtide.core.contrast.ContrastAnswer.About;
import coldtide.core.contrast.ContrastAnswer.Row;
import coldtide.core.filter.BitMasks;
import coldtide.core.filter.Conditions;
import coldtide.core.filter.PersonCondition;
import coldtide.core.log.EventLog;
import coldtide.core.log.Shard;
import coldtide.core.log.rule.RevenueType;
import coldtide.core.scan.Analysis;
import coldtide.core.scan.ScanRunner;
import coldtide.core.stats.Difference;
import coldtide.core.stats.FalseDiscovery;
import coldtide.core.stats.RatioOfSums;
import coldtide.core.stats.Share;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * Every headline metric and every event for two groups of users, in one pass. Sums are kept by shard and added in the order of
 * the shards, so that the same question gives the same answer to the last digit.
 */
public final class Contrast implements Analysis<List<Contrast.ShardSums>, ContrastAnswer> {
    private static final int FIRST = 0;
    private static final int SECOND = 1;
    private static final PersonFigure[] FIGURES = PersonFigure.values();
    private static final double MICROS = 1e6;

    /** Sums of one shard by group; figures first, then how often each event was done. */
    static final class ShardSums {
        private final Shard shard;
        private final RatioOfSums[][] sums;
        /** Users who did each event. */
        private final long[][] did;

        private final long[] people = new long[2];
        private long both;

        ShardSums(Shard shard, int names) {
            this.shard = shard;
            sums = new RatioOfSums[2][FIGURES.length + names];
            for (RatioOfSums[] group : sums) {
                for (int i = 0; i < group.length; i++) {
                    group[i] = new RatioOfSums();
                }
            }
            did = new long[2][names];
        }

        void add(ShardSums other) {
            for (int group = 0; group < 2; group++) {
                people[group] += other.people[group];
                for (int i = 0; i < sums[group].length; i++) {
                    sums[group][i].add(other.sums[group][i]);
                }
                for (int name = 0; name < did[group].length; name++) {
                    did[group][name] += other.did[group][name];
                }
            }
            both += other.both;
        }
    }

    private final EventLog log;
    private final Conditions.Mask first;
    private final Conditions.Mask second;
    private final int fromDay;
    private final int toDay;
    private final int names;

    private Contrast(EventLog log, Conditions conditions, ContrastQuestion question) {
        this.log = log;
        first = conditions.of(log, question.first());
        second = conditions.of(log, question.second());
        fromDay = log.dayNumber(question.range().from());
        toDay = log.dayNumber(question.range().to());
        names = log.eventNames().size();
    }

    public static ContrastAnswer answer(
            EventLog log, ScanRunner runner, Conditions conditions, ContrastQuestion question) {
        return runner.run(log, new Contrast(log, conditions, question));
    }

    /** All users but some. */
    public static PersonCondition everyoneBut(PersonCondition some) {
        return new PersonCondition.Not(some);
    }

    @Override
    public List<ShardSums> empty() {
        return new ArrayList<>();
    }

    @Override
    public void scan(Shard shard, List<ShardSums> partial) {
        ShardSums sums = new ShardSums(shard, names);
        long[] inFirst = first.bits(shard);
        long[] inSecond = second.bits(shard);
        int[] times = new int[names];
        for (int person = shard.person(0); person < shard.people(); person = shard.person(person + 1)) {
            boolean a = BitMasks.has(inFirst, person);
            boolean b = BitMasks.has(inSecond, person);
            int active = a || b ? inRange(shard.activeDay, shard.activeFrom, person) : 0;
            if (active == 0) {
                continue;
            }
            if (a && b) {
                sums.both++;
            } else {
                person(shard, person, active, times, a ? FIRST : SECOND, sums);
            }
        }
        partial.add(sums);
    }

    private int inRange(short[] days, int[] from, int person) {
        int count = 0;
        for (int i = from[person]; i < from[person + 1]; i++) {
            count += days[i] >= fromDay && days[i] < toDay ? 1 : 0;
        }
        return count;
    }

    private void person(Shard shard, int person, int active, int[] times, int group, ShardSums sums) {
        RatioOfSums[] into = sums.sums[group];
        sums.people[group]++;
        figure(into, PersonFigure.ACTIVE_DAYS, active, 1);
        sessions(shard, person, into);
        money(shard, person, into);
        figure(into, PersonFigure.UNINSTALLED, inRange(shard.uninstallDay, shard.uninstallFrom, person) > 0 ? 1 : 0, 1);
        int to = shard.firstRow(person, toDay);
        for (int row = shard.firstRow(person, fromDay); row < to; row++) {
            times[shard.eventName[row]]++;
        }
        for (int name = 0; name < names; name++) {
            into[FIGURES.length + name].add(times[name], 1);
            sums.did[group][name] += times[name] > 0 ? 1 : 0;
            times[name] = 0;
        }
    }

    private static void figure(RatioOfSums[] into, PersonFigure figure, double over, double under) {
        into[figure.ordinal()].add(over, under);
    }

    private void sessions(Shard shard, int person, RatioOfSums[] into) {
        int count = 0;
        long millis = 0;
        for (int i = shard.sessionFrom[person]; i < shard.sessionFrom[person + 1]; i++) {
            if (shard.sessionDay[i] >= fromDay && shard.sessionDay[i] < toDay) {
                count++;
                millis += shard.sessionMillis[i];
            }
        }
        figure(into, PersonFigure.SESSIONS, count, 1);
        figure(into, PersonFigure.SESSION_LENGTH, millis / 1000.0, count);
    }

    private void money(Shard shard, int person, RatioOfSums[] into) {
        long[] micros = new long[RevenueType.values().length];
        int purchases = 0;
        boolean paid = false;
        // Without payments that lack an exchange rate: their amounts are not in the revenue either.
        int convertedPurchases = 0;
        boolean paidConverted = false;
        for (int i = shard.moneyFrom[person]; i < shard.moneyFrom[person + 1]; i++) {
            if (shard.moneyDay[i] < fromDay || shard.moneyDay[i] >= toDay) {
                continue;
            }
            RevenueType type = RevenueType.values()[shard.moneyType[i]];
            purchases += type == RevenueType.PURCHASE ? 1 : 0;
            paid |= type == RevenueType.PURCHASE || type == RevenueType.SUBSCRIPTION;
            if (shard.moneyMicros[i] != Shard.NO_RATE) {
                micros[type.ordinal()] += shard.moneyMicros[i];
                convertedPurchases += type == RevenueType.PURCHASE ? 1 : 0;
                paidConverted |= type == RevenueType.PURCHASE || type == RevenueType.SUBSCRIPTION;
            }
        }
        double bought = micros[RevenueType.PURCHASE.ordinal()] / MICROS;
        double ads = micros[RevenueType.AD.ordinal()] / MICROS;
        double subscribed = micros[RevenueType.SUBSCRIPTION.ordinal()] / MICROS;
        double revenue = bought + ads + subscribed - micros[RevenueType.REFUND.ordinal()] / MICROS;
        figure(into, PersonFigure.PAYER_SHARE, paid ? 1 : 0, 1);
        figure(into, PersonFigure.ARPU, revenue, 1);
        figure(into, PersonFigure.PURCHASE_REVENUE, bought, 1);
        figure(into, PersonFigure.AD_REVENUE, ads, 1);
        figure(into, PersonFigure.SUBSCRIPTION_REVENUE, subscribed, 1);
        figure(into, PersonFigure.PURCHASES, purchases, 1);
        // Revenue of all ÷ payers, as in the tide table: who does not pay brings revenue by adverts.
        figure(into, PersonFigure.ARPPU, revenue, paidConverted ? 1 : 0);
        figure(into, PersonFigure.AOV, bought, convertedPurchases);
    }

    @Override
    public void merge(List<ShardSums> into, List<ShardSums> from) {
        into.addAll(from);
    }

    @Override
    public ContrastAnswer finish(List<ShardSums> partial) {
        Map<Shard, Integer> order = new IdentityHashMap<>();
        log.shards().forEach(shard -> order.put(shard, order.size()));
        ShardSums all = new ShardSums(null, names);
        partial.stream()
                .sorted(Comparator.comparing(sums -> order.get(sums.shard)))
                .forEach(all::add);
        List<Row> rows = new ArrayList<>();
        for (PersonFigure figure : FIGURES) {
            RatioOfSums a = all.sums[FIRST][figure.ordinal()];
            RatioOfSums b = all.sums[SECOND][figure.ordinal()];
            rows.add(
                    figure.isShare()
                            ? share(About.FIGURE, figure.name(), (long) a.over(), (long) b.over(), all)
                            : ratio(About.FIGURE, figure.name(), a, b));
        }
        for (int name = 0; name < names; name++) {
            String event = log.eventNames().get(name);
            if (all.did[FIRST][name] + all.did[SECOND][name] > 0) {
                rows.add(share(About.EVENT_SHARE, event, all.did[FIRST][name], all.did[SECOND][name], all));
                int at = FIGURES.length + name;
                rows.add(ratio(About.EVENT_EACH, event, all.sums[FIRST][at], all.sums[SECOND][at]));
            }
        }
        return corrected(all, rows);
    }

    private static Row share(About about, String name, long a, long b, ShardSums all) {
        if (all.people[FIRST] == 0 || all.people[SECOND] == 0) {
            return new Row(about, name, Double.NaN, Double.NaN, Optional.empty(), Double.NaN);
        }
        Share one = Share.of(a, all.people[FIRST]);
        Share other = Share.of(b, all.people[SECOND]);
        return new Row(about, name, one.value(), other.value(), Optional.of(Difference.of(one, other)), Double.NaN);
    }

    private static Row ratio(About about, String name, RatioOfSums a, RatioOfSums b) {
        boolean known = !Double.isNaN(a.standardError()) && !Double.isNaN(b.standardError());
        return new Row(
                about,
                name,
                a.value(),
                b.value(),
                known ? Optional.of(Difference.of(a, b)) : Optional.empty(),
                Double.NaN);
    }

    private static ContrastAnswer corrected(ShardSums all, List<Row> rows) {
        double[] adjusted = FalseDiscovery.adjusted(rows.stream()
                .mapToDouble(row -> row.difference().map(Difference::p).orElse(Double.NaN))
                .toArray());
        List<Row> corrected = new ArrayList<>();
        for (int i = 0; i < adjusted.length; i++) {
            Row row = rows.get(i);
            corrected.add(new Row(row.about(), row.name(), row.first(), row.second(), row.difference(), adjusted[i]));
        }
        int tests =
                (int) rows.stream().filter(row -> row.difference().isPresent()).count();
        return new ContrastAnswer(all.people[FIRST], all.people[SECOND], all.both, tests, corrected);
    }
}
