package coldtide.core.change;

import coldtide.core.log.EventLog;
import coldtide.core.log.ExchangeRates;
import coldtide.core.scan.ScanRunner;
import coldtide.core.who.Having;
import coldtide.core.who.Profiles;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalLong;
import java.util.stream.LongStream;

/**
 * What an advert network settled beside what the log holds, before a fall of adverts and in its days: whether the adverts went or only
 * their record. Settlements know platforms alone, so what is set beside each other is all of the fall's platform, or of all of them.
 *
 * @param platform empty for all
 * @param days of the fall that are settled
 * @param settledBefore adverts a day
 * @param settled the same in the days of the fall
 * @param countedBefore adverts a day that the log holds
 * @param counted the same in the days of the fall
 * @param against what the log holds in those days beside what it would, did it hold as large a part of the settled as before
 * @param money settled for the days of the fall, in units of the app's currency; NaN where a rate is missing
 */
public record Settled(
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
    /** Of fewer days before it is not known how much of what is settled the log holds. */
    private static final int LEAST_BEFORE = 7;

    /** One pass; empty where too few days are settled. */
    static Optional<Settled> of(
            EventLog log, ScanRunner runner, Profiles profiles, List<Settlement> all, Drop lead, Spans spans) {
        List<Having> slice = lead.slice().stream()
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

    private static Settled of(String platform, double[] settled, double[] counted, Spans spans, double money) {
        TwoSpans beside = new TwoSpans(
                counted[0],
                spans.before(),
                counted[1],
                spans.after(),
                settled[0],
                spans.before(),
                settled[1],
                spans.after());
        Change against = Change.of(beside, 1);
        return new Settled(
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

    /** Of the fall of what the log holds, at least half is either of what was settled or of the record. */
    private static Verdict verdict(TwoSpans beside, Change against) {
        double half = beside.own() / 2;
        TwoSpans network = beside.ofRest();
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
