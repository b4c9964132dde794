package coldtide.core.anomaly.explain;

import coldtide.core.anomaly.counts.DailyCourse;
import coldtide.core.anomaly.counts.GroupRows;
import coldtide.core.anomaly.counts.PerformanceChange;
import coldtide.core.anomaly.counts.Rate;
import coldtide.core.anomaly.detect.Change;
import coldtide.core.anomaly.detect.Drop;
import coldtide.core.filter.value.PropertyValue;
import coldtide.core.log.rule.LogSettings;
import java.util.Arrays;
import java.util.Optional;
import java.util.Set;
import java.util.stream.IntStream;

/**
 * Evidence about an incident and the cause that fits it best (handbook, Sudden changes).
 *
 * @param settled for drops of ads, what the ad network paid for
 * @param course the metric that dropped, by day of the log
 * @param contrast users on the suspected release compared with users who are not on it
 * @param from first day of the incident
 * @param to day after the last day of the incident
 * @param peak whether a count was above its expected range just before
 */
public record CauseClassifier(
        WithinGroupComparison.Found inside,
        Optional<PropertyMixEffect> mixed,
        Optional<ArrivalSurge> arrived,
        Optional<MeanPrice> worth,
        Optional<AdRevenueReconciliation> settled,
        DailyCourse course,
        Change contrast,
        int from,
        int to,
        boolean peak) {
    /** Properties of who sends: what is lost on the way is lost for these, not for a country or a channel. */
    private static final Set<String> OF_SENDER = Set.of("platform", "os_version", "device_model", "gpu", "ram_gb");
    /** What moved by so much is nearly gone. */
    private static final double NEARLY_GONE = -0.75;
    /** One that moved by less than this carries on. */
    private static final double CARRIES_ON = 0.15;
    /** A day unlike others lasts no longer than this, with what follows it. */
    private static final int SHORT = 4;

    private static final double MORE_CRASHES = 0.2;
    private static final int WEEK = 7;

    public CauseKind kind(Drop lead) {
        if (isSettled(AdRevenueReconciliation.Verdict.RECORD_LOST)) {
            return CauseKind.LOST_TRACKING;
        }
        return lead.slice().isEmpty() ? ofEverybody() : ofSlice(lead);
    }

    private boolean isSettled(AdRevenueReconciliation.Verdict verdict) {
        return settled.filter(of -> of.verdict() == verdict).isPresent();
    }

    private CauseKind ofEverybody() {
        if (mixed.filter(PropertyMixEffect::explains).isPresent() || arrived.isPresent()) {
            return CauseKind.MIX;
        }
        return to - from <= SHORT && peak ? CauseKind.CALENDAR : CauseKind.UNEXPLAINED;
    }

    private CauseKind ofSlice(Drop lead) {
        Rate rate = Rate.of(lead.figure());
        if (rate == Rate.ADVERTS && isLost(lead) && !isSettled(AdRevenueReconciliation.Verdict.FELL_TOO)) {
            return CauseKind.LOST_TRACKING;
        }
        if (worth.filter(MeanPrice::isOtherwise).isPresent()) {
            return CauseKind.PRICE;
        }
        if (isWorse()) {
            return CauseKind.PRODUCT_FAULT;
        }
        boolean goOn = isOfPaymentsAlone(lead) || inside.events().stream().anyMatch(CauseClassifier::carriesOn);
        return rate == Rate.PURCHASES && goOn ? CauseKind.PAYMENT : CauseKind.UNEXPLAINED;
    }

    /** Whether the drop is of a currency alone. A currency belongs to payments, not to users, so users of it cannot be looked at. */
    public static boolean isOfPaymentsAlone(Drop lead) {
        return !lead.slice().isEmpty()
                && lead.slice().stream().allMatch(having -> having.property().equals(GroupRows.CURRENCY));
    }

    /** What is paid by is nearly gone for some senders, in some week or of those on a release, and most of what they do otherwise goes on as ever. */
    private boolean isLost(Drop lead) {
        boolean ofSender = lead.slice().stream().map(PropertyValue::property).allMatch(OF_SENDER::contains);
        long told = inside.events().stream()
                .filter(event -> event.change().isKnown())
                .count();
        long on = inside.events().stream().filter(CauseClassifier::carriesOn).count();
        boolean gone = lowestWeek() < NEARLY_GONE || contrast.isKnown() && contrast.part() < NEARLY_GONE;
        return ofSender && gone && 2 * on > told;
    }

    /** Relative drop of the lowest seven days. The first days of a rollout would understate it. */
    private double lowestWeek() {
        return IntStream.rangeClosed(from, Math.max(from, to - WEEK))
                .mapToDouble(day -> sum(course.actual(), day, Math.min(to, day + WEEK))
                                / sum(course.expected(), day, Math.min(to, day + WEEK))
                        - 1)
                .min()
                .orElse(0);
    }

    private static double sum(double[] days, int from, int to) {
        return Arrays.stream(days, from, to).sum();
    }

    private static boolean carriesOn(EventChange event) {
        return event.change().isKnown() && Math.abs(event.change().part()) < CARRIES_ON;
    }

    private boolean isWorse() {
        return inside.performance().stream().anyMatch(PerformanceChange::isWorse)
                || inside.events().stream()
                        .anyMatch(event -> event.event().equals(LogSettings.CRASH_EVENT)
                                && event.change().low() > MORE_CRASHES);
    }
}
