package coldtide.core.anomaly.explain;

import coldtide.core.anomaly.counts.BeforeAfterCounts;
import coldtide.core.anomaly.counts.Rate;
import coldtide.core.anomaly.counts.SliceByDay;
import coldtide.core.anomaly.counts.Spans;
import coldtide.core.anomaly.detect.Change;
import coldtide.core.anomaly.detect.Drop;
import coldtide.core.filter.value.Profiles;
import coldtide.core.filter.value.PropertyValue;
import coldtide.core.log.EventLog;
import coldtide.core.log.rule.ExchangeRates;
import coldtide.core.scan.ScanRunner;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalLong;
import java.util.stream.LongStream;

/**
 * Compares ads that the ad network settled with ads in the log, before a drop of ads and during it: did the ads stop, or only their events?
 * Settlements are known by platform only, so both sides cover the drop's platform, or all platforms.
 *
 * @param platform empty for all
 * @param days of the drop that are settled
 * @param settledBefore settled ads a day before the drop
 * @param settled settled ads a day during the drop
 * @param countedBefore ads a day in the log before the drop
 * @param counted ads a day in the log during the drop
 * @param against ads in the log during the drop, compared with what it would hold at the ratio of log to settlement before
 * @param money settled for the days of the drop, in units of the app's currency; NaN if a rate is missing
 */
public record AdRevenueReconciliation(
        String platform,
        int days,
        double settledBefore,
        double settled,
        double countedBefore,
        double counted,
        Change against,
        double money,
        Verdict verdict) {
    /** What it tells. */
    public enum Verdict {
        /** What is settled went on: the record was lost. */
        RECORD_LOST,
        /** What is settled fell as well: adverts were not shown. */
        FELL_TOO,
        NOT_TOLD_APART
    }

    private static final String PLATFORM = "platform";
    private static final double MICROS = 1e6;
    /** Least number of days before a drop from which the usual ratio of settled to recorded adverts is known. */
    private static final int LEAST_BEFORE = 7;

    /** One pass; empty where too few days are settled. */
    public static Optional<AdRevenueReconciliation> of(
            EventLog log, ScanRunner runner, Profiles profiles, List<Settlement> all, Drop lead, Spans spans) {
        List<PropertyValue> slice = lead.slice().stream()
                .filter(having -> having.property().equals(PLATFORM))
                .toList();
        List<Settlement> settlements = all.stream()
                .filter(each ->
                        slice.isEmpty() || each.platform().equals(slice.get(0).value()))
                .toList();
        double[] adverts = new double[log.days()];
        boolean[] known = new boolean[log.days()];
        for (Settlement each : settlements) {
            int day = log.dayNumber(each.day());
            if (day >= 0 && day < adverts.length) {
                adverts[day] += each.adverts();
                // A day for which nothing is paid is settled, too.
                known[day] = true;
            }
        }
        Spans settled = spans.where(day -> known[day]);
        if (settled.before() < LEAST_BEFORE || settled.after() == 0) {
            return Optional.empty();
        }
        long[] counted = runner.run(log, new SliceByDay(log, profiles, Optional.empty(), Rate.ADVERTS, slice))
                .slice();
        return Optional.of(of(
                slice.isEmpty() ? "" : slice.get(0).value(),
                sums(settled, adverts),
                sums(settled, LongStream.of(counted).asDoubleStream().toArray()),
                settled,
                money(log, settlements, settled)));
    }

    private static AdRevenueReconciliation of(
            String platform, double[] settled, double[] counted, Spans spans, double money) {
        BeforeAfterCounts beside = new BeforeAfterCounts(
                counted[0],
                spans.before(),
                counted[1],
                spans.after(),
                settled[0],
                spans.before(),
                settled[1],
                spans.after());
        Change against = Change.of(beside, 1);
        return new AdRevenueReconciliation(
                platform,
                spans.after(),
                settled[0] / spans.before(),
                settled[1] / spans.after(),
                counted[0] / spans.before(),
                counted[1] / spans.after(),
                against,
                money,
                verdict(beside, against));
    }

    /** Verdict by halves: the settled adverts dropped by at least half as much as the recorded ones, or the record alone did. */
    private static Verdict verdict(BeforeAfterCounts beside, Change against) {
        double half = beside.own() / 2;
        BeforeAfterCounts network = beside.ofRest();
        if (half < 0 && network.own() <= half && Change.of(network, 1).isFall()) {
            return Verdict.FELL_TOO;
        }
        boolean isOfRecord = half < 0 && against.isFall() && beside.against() < half;
        return isOfRecord ? Verdict.RECORD_LOST : Verdict.NOT_TOLD_APART;
    }

    private static double[] sums(Spans spans, double[] byDay) {
        double[] sums = new double[2];
        for (int day = 0; day < byDay.length; day++) {
            if (spans.of()[day] != Spans.NEITHER) {
                sums[spans.of()[day]] += byDay[day];
            }
        }
        return sums;
    }

    private static double money(EventLog log, List<Settlement> settlements, Spans spans) {
        ExchangeRates rates = log.settings().rates();
        List<OptionalLong> micros = new ArrayList<>();
        for (Settlement each : settlements) {
            int day = log.dayNumber(each.day());
            if (day >= 0 && day < log.days() && spans.of()[day] == 1) {
                micros.add(rates.convert(each.micros(), each.currency(), each.day()));
            }
        }
        return micros.stream().allMatch(OptionalLong::isPresent)
                ? micros.stream().mapToLong(OptionalLong::getAsLong).sum() / MICROS
                : Double.NaN;
    }
}
