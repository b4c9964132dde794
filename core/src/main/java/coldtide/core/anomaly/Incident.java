package coldtide.core.anomaly;

import coldtide.core.anomaly.counts.DailyCourse;
import coldtide.core.anomaly.counts.Onset;
import coldtide.core.anomaly.counts.Outage;
import coldtide.core.anomaly.counts.PerformanceChange;
import coldtide.core.anomaly.counts.Rate;
import coldtide.core.anomaly.detect.Drop;
import coldtide.core.anomaly.explain.AdRevenueReconciliation;
import coldtide.core.anomaly.explain.ArrivalSurge;
import coldtide.core.anomaly.explain.AttributedRelease;
import coldtide.core.anomaly.explain.CauseKind;
import coldtide.core.anomaly.explain.EventChange;
import coldtide.core.anomaly.explain.MeanPrice;
import coldtide.core.anomaly.explain.PropertyMixEffect;
import coldtide.core.anomaly.explain.RevenueDecomposition;
import coldtide.core.anomaly.explain.SlowestSquare;
import coldtide.core.filter.value.PropertyValue;
import coldtide.core.time.DayRange;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;

/**
 * One thing that happened: all that fell by it, where, and why.
 *
 * @param drops the furthest first; none of an outage of which no day's figure tells
 * @param days from the first of any drop to the last
 * @param onset of what has a time of its own, the hour with which it began, where that is told
 * @param since how it lies on the full days since its last
 * @param moneyLost in units of the app's currency: what is missing, at what each was worth before; below 0 where dearer
 *     purchases brought more; empty where no money fell
 * @param outage the hours of it
 * @param mixed how much comes of other people having come, of a share of everybody
 * @param arrived where more leave because more came, of whom
 * @param worth of purchases that fell in a slice, what one brought
 * @param breakUp their revenue a day taken apart; empty of an outage, and where nobody paid
 * @param settled of adverts, what the network paid for
 * @param inside what happened inside the slice; empty lists for everybody
 * @param course of what fell furthest; of an outage, of sessions
 * @param peak whether days shortly before lay above what was expected
 * @param blamed the release it is linked to
 * @param chosen what fell in the same days of what people chose to have watched, the furthest first
 */
public record Incident(
        CauseKind kind,
        List<Drop> drops,
        DayRange days,
        Optional<Onset> onset,
        RecoveryStatus since,
        OptionalDouble moneyLost,
        Optional<Outage> outage,
        Optional<PropertyMixEffect> mixed,
        Optional<ArrivalSurge> arrived,
        Optional<MeanPrice> worth,
        Optional<RevenueDecomposition> breakUp,
        Optional<AdRevenueReconciliation> settled,
        List<EventChange> events,
        List<PerformanceChange> performance,
        Optional<SlowestSquare> spot,
        DailyCourse course,
        boolean peak,
        Optional<AttributedRelease> blamed,
        List<MonitorDrop> chosen) {
    /** What is missing in some hours of all users; {@code drops} are those of its day. */
    static Incident ofOutage(Outage outage, List<Drop> drops, DayRange days, DailyCourse course) {
        return bare(
                CauseKind.OUTAGE, drops, days, RecoveryStatus.over(days.to()), Optional.of(outage), course, List.of());
    }

    /** What fell by itself of what people chose to have watched. */
    static Incident ofChosen(List<MonitorDrop> falls, DayRange days, RecoveryStatus since, DailyCourse course) {
        return bare(CauseKind.UNEXPLAINED, List.of(), days, since, Optional.empty(), course, falls);
    }

    /** Without anything that is looked for in slices. */
    private static Incident bare(
            CauseKind kind,
            List<Drop> drops,
            DayRange days,
            RecoveryStatus since,
            Optional<Outage> outage,
            DailyCourse course,
            List<MonitorDrop> chosen) {
        return new Incident(
                kind,
                drops,
                days,
                Optional.empty(),
                since,
                OptionalDouble.empty(),
                outage,
                Optional.empty(),
                Optional.empty(),
                Optional.empty(),
                Optional.empty(),
                Optional.empty(),
                List.of(),
                List.of(),
                Optional.empty(),
                course,
                false,
                Optional.empty(),
                chosen);
    }

    /** This incident with further drops of monitors. */
    Incident with(List<MonitorDrop> falls) {
        return new Incident(
                kind,
                drops,
                days,
                onset,
                since,
                moneyLost,
                outage,
                mixed,
                arrived,
                worth,
                breakUp,
                settled,
                events,
                performance,
                spot,
                course,
                peak,
                blamed,
                falls);
    }

    /**
     * Whether it is worth telling. Where only the app's running moved in some slice, it must have got worse on its devices: a mean moves also
     * because others are in use.
     */
    boolean isTold() {
        boolean onlyRunning = drops.stream().map(Drop::figure).allMatch(Rate::isOfRunning);
        return !onlyRunning || slice().isEmpty() || kind == CauseKind.PRODUCT_FAULT;
    }

    /** Values of the group concerned; empty for all users. */
    public List<PropertyValue> slice() {
        return drops.isEmpty() ? List.of() : drops.get(0).slice();
    }
}
