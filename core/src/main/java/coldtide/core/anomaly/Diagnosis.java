package coldtide.core.anomaly;

import coldtide.core.anomaly.counts.BeforeAfterTable;
import coldtide.core.anomaly.counts.DailyCourse;
import coldtide.core.anomaly.counts.ExpectedRange;
import coldtide.core.anomaly.counts.GroupRows;
import coldtide.core.anomaly.counts.HoursOfSlice;
import coldtide.core.anomaly.counts.Onset;
import coldtide.core.anomaly.counts.Outage;
import coldtide.core.anomaly.counts.PaymentsByWeekday;
import coldtide.core.anomaly.counts.Rate;
import coldtide.core.anomaly.counts.ShiftScan;
import coldtide.core.anomaly.counts.SliceByDay;
import coldtide.core.anomaly.counts.Spans;
import coldtide.core.anomaly.detect.Change;
import coldtide.core.anomaly.detect.Drop;
import coldtide.core.anomaly.detect.DropDetector;
import coldtide.core.anomaly.detect.ExpectedRangeDrops;
import coldtide.core.anomaly.explain.AdRevenueReconciliation;
import coldtide.core.anomaly.explain.ArrivalSurge;
import coldtide.core.anomaly.explain.AttributedRelease;
import coldtide.core.anomaly.explain.CauseClassifier;
import coldtide.core.anomaly.explain.CauseKind;
import coldtide.core.anomaly.explain.MeanPrice;
import coldtide.core.anomaly.explain.PropertyMixEffect;
import coldtide.core.anomaly.explain.ReleaseAttribution;
import coldtide.core.anomaly.explain.RevenueDecomposition;
import coldtide.core.anomaly.explain.WithinGroupComparison;
import coldtide.core.log.EventLog;
import coldtide.core.scan.ScanRunner;
import coldtide.core.tidetable.Count;
import coldtide.core.tidetable.Figure;
import coldtide.core.tidetable.PeriodCounts;
import coldtide.core.time.DayRange;
import java.time.LocalDate;
import java.util.Comparator;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.Set;
import java.util.stream.IntStream;

/** Finds of each incident what happened inside, which release came with it, and what kind of cause it is. */
final class Diagnosis {
    /** Other users having come shows in how many of them return, and how many do not. */
    private static final Set<Figure> MOVED_BY_WHO_COMES =
            EnumSet.of(Figure.NEXT_DAY, Figure.GONE_QUIET, Figure.UNINSTALLS);

    /** More users who come are more who leave. */
    private static final Set<Figure> LEAVING = EnumSet.of(Figure.GONE_QUIET, Figure.UNINSTALLS);

    private final EventLog log;
    private final ScanRunner runner;
    private final Changes.Question question;
    private final ReleaseAttribution blame;
    private final DropDetector watch;
    private final Map<Figure, ExpectedRange> bands;

    Diagnosis(
            EventLog log,
            ScanRunner runner,
            Changes.Question question,
            DropDetector watch,
            Map<Figure, ExpectedRange> bands) {
        this.log = log;
        this.runner = runner;
        this.question = question;
        blame = new ReleaseAttribution(log, runner, question.releases());
        this.watch = watch;
        this.bands = bands;
    }

    /** @param drops that are one incident, the leading one first */
    Incident of(List<Drop> drops) {
        Drop lead = drops.get(0);
        GroupRows slice = new GroupRows(watch.profiles(), lead.slice());
        Optional<SliceByDay.Days> counted = lead.slice().isEmpty() ? Optional.empty() : Optional.of(counted(lead));
        DailyCourse course = counted.map(of -> of.course(spans(lead.days().from(), lead.days())))
                .orElseGet(() -> course(lead.figure()));
        DayRange days = span(drops);
        Optional<AttributedRelease> byDose =
                lead.slice().isEmpty() ? Optional.empty() : blame.of(lead, rate(lead), slice, course);
        Drop running = drops.stream()
                .filter(drop -> Rate.isOfRunning(drop.figure()) && drop.slice().equals(lead.slice()))
                .findFirst()
                .orElse(lead);
        Optional<AttributedRelease> ofFault =
                lead.slice().isEmpty() ? Optional.empty() : blame.ofFault(running, rate(running), slice);
        Came came = came(drops);
        boolean peak = drops.stream().anyMatch(this::peak);
        CauseClassifier signs = new CauseClassifier(
                inside(running, slice, ofFault.or(() -> byDose)),
                came.mixed(),
                came.arrived(),
                worth(lead),
                settled(lead),
                course,
                byDose.map(AttributedRelease::contrast).orElse(Change.UNKNOWN),
                log.dayNumber(lead.days().from()),
                log.dayNumber(lead.days().to()),
                peak && drops.stream().anyMatch(Diagnosis::isOfVolume));
        CauseKind kind = signs.kind(lead);
        return new Incident(
                kind,
                drops,
                days,
                onset(lead, course),
                since(lead, days, counted),
                moneyLost(lead, signs.worth()),
                Optional.empty(),
                came.mixed(),
                came.arrived(),
                signs.worth(),
                breakUp(lead),
                signs.settled(),
                signs.inside().events(),
                signs.inside().performance(),
                signs.inside().spot(),
                course,
                peak,
                // Prices are changed by day and not by version.
                kind == CauseKind.PRODUCT_FAULT
                        ? ofFault.or(() -> byDose)
                        : byDose.filter(blamed -> kind != CauseKind.PRICE),
                List.of());
    }

    private Optional<Onset> onset(Drop lead, DailyCourse course) {
        if (lead.slice().isEmpty() || !HoursOfSlice.WITH_HOURS.contains(rate(lead))) {
            return Optional.empty();
        }
        DayRange around = Onset.around(log, lead.days());
        HoursOfSlice.Counts counts =
                runner.run(log, new HoursOfSlice(log, watch.profiles(), rate(lead), lead.slice(), around));
        return Onset.of(log, counts, around, course.expected());
    }

    private WithinGroupComparison.Found inside(Drop lead, GroupRows slice, Optional<AttributedRelease> blamed) {
        if (lead.slice().isEmpty() || CauseClassifier.isOfPaymentsAlone(lead)) {
            return new WithinGroupComparison.Found(List.of(), List.of(), Optional.empty());
        }
        LocalDate from = blamed.map(release -> release.release().starts())
                .orElse(lead.days().from());
        // Who leaves because of a fault is missed later, when it may be over.
        DayRange days =
                rate(lead) == Rate.ACTIVE_PEOPLE && from.isBefore(lead.days().to())
                        ? new DayRange(from, lead.days().to())
                        : lead.days();
        return runner.run(log, new WithinGroupComparison(log, slice, spans(from, days)));
    }

    private Optional<MeanPrice> worth(Drop lead) {
        return lead.slice().isEmpty() || rate(lead) != Rate.PURCHASES
                ? Optional.empty()
                : runner.run(
                        log,
                        new MeanPrice.Asked(
                                log,
                                watch.profiles(),
                                lead.slice(),
                                spans(lead.days().from(), lead.days())));
    }

    private Optional<AdRevenueReconciliation> settled(Drop lead) {
        return lead.figure() != Figure.AD_REVENUE || question.settlements().isEmpty()
                ? Optional.empty()
                : AdRevenueReconciliation.of(
                        log,
                        runner,
                        watch.profiles(),
                        question.settlements(),
                        lead,
                        spans(lead.days().from(), lead.days()));
    }

    private Optional<RevenueDecomposition> breakUp(Drop lead) {
        Spans spans = spans(lead.days().from(), lead.days());
        return RevenueDecomposition.of(
                runner.run(log, new PaymentsByWeekday(log, watch.profiles(), lead.slice(), spans)));
    }

    /** Who came, of an incident in which that may matter. */
    private record Came(Optional<PropertyMixEffect> mixed, Optional<ArrivalSurge> arrived) {
        static final Came NO_MATTER = new Came(Optional.empty(), Optional.empty());
    }

    private Came came(List<Drop> drops) {
        return drops.stream()
                .filter(drop -> drop.slice().isEmpty() && MOVED_BY_WHO_COMES.contains(drop.figure()))
                .findFirst()
                .map(drop -> came(drop, drops.stream().anyMatch(each -> LEAVING.contains(each.figure()))))
                .orElse(Came.NO_MATTER);
    }

    /** @param leave whether more left */
    private Came came(Drop drop, boolean leave) {
        Spans spans = spans(drop.days().from(), drop.days());
        BeforeAfterTable.Table table = runner.run(
                log, new BeforeAfterTable(log, watch.profiles(), question.firstPath(), Rate.NEXT_DAY, spans));
        Optional<ArrivalSurge> arrived = ArrivalSurge.of(table).filter(of -> leave && of.isBurst());
        boolean isTold = drop.figure() == Figure.NEXT_DAY || arrived.isPresent();
        return new Came(PropertyMixEffect.of(table).filter(of -> isTold || of.explains()), arrived);
    }

    private SliceByDay.Days counted(Drop lead) {
        return runner.run(log, new SliceByDay(log, watch.profiles(), question.firstPath(), rate(lead), lead.slice()));
    }

    /** @param days of all that fell with it */
    private RecoveryStatus since(Drop lead, DayRange days, Optional<SliceByDay.Days> counted) {
        return RecoveryStatus.of(
                days,
                lead.change(),
                lead.figure().isWorseAbove(),
                log.endOfFullDays(),
                after -> counted.map(
                                of -> Change.of(of.against(spans(lead.days().from(), after)), 1))
                        .orElseGet(() -> ExpectedRangeDrops.change(
                                bands.get(lead.figure()).days(),
                                ExpectedRangeDrops.values(lead.figure(), watch.all()),
                                log.dayNumber(after.from()),
                                log.dayNumber(after.to()))));
    }

    private DailyCourse course(Figure figure) {
        return DailyCourse.ofBand(
                ExpectedRangeDrops.values(figure, watch.all()),
                bands.get(figure).days());
    }

    private static DayRange span(List<Drop> drops) {
        return new DayRange(
                drops.stream()
                        .map(drop -> drop.days().from())
                        .min(Comparator.naturalOrder())
                        .orElseThrow(),
                drops.stream()
                        .map(drop -> drop.days().to())
                        .max(Comparator.naturalOrder())
                        .orElseThrow());
    }

    private Spans spans(LocalDate before, DayRange days) {
        return Spans.since(log, before, days);
    }

    /** Whether it tells how many there were, and not how they were. */
    private static boolean isOfVolume(Drop drop) {
        return switch (drop.figure()) {
            case ACTIVE_PEOPLE, SESSIONS, NEW_PEOPLE, INSTALLS -> true;
            default -> false;
        };
    }

    private static Rate rate(Drop drop) {
        return Rate.of(drop.figure());
    }

    /** Whether the figure lay above its band shortly before it fell. */
    private boolean peak(Drop lead) {
        int from = log.dayNumber(lead.days().from());
        ExpectedRange band = bands.get(lead.figure());
        return IntStream.range(Math.max(0, from - 3), from)
                .anyMatch(day -> band.days()
                        .get(day)
                        .filter(of -> watch.all().get(day).value(lead.figure()).orElse(of.high()) > of.high())
                        .isPresent());
    }

    private OptionalDouble moneyLost(Drop lead, Optional<MeanPrice> worth) {
        if (lead.isCounted()) {
            return switch (rate(lead)) {
                case ADVERTS -> worth(lead, Figure.AD_REVENUE, Count.ADVERTS);
                case PURCHASES ->
                    worth.filter(MeanPrice::isOtherwise)
                            .map(of -> OptionalDouble.of(of.lost(lead.change())))
                            .orElseGet(() -> worth(lead, Figure.PURCHASE_REVENUE, Count.PURCHASES));
                default -> OptionalDouble.empty();
            };
        }
        return switch (lead.figure()) {
            case REVENUE, AD_REVENUE, PURCHASE_REVENUE ->
                OptionalDouble.of(lead.change().lost() * lead.days().days());
            default -> OptionalDouble.empty();
        };
    }

    /** What is missing, each at what it was worth in the four weeks before. */
    private OptionalDouble worth(Drop lead, Figure money, Count things) {
        int from = log.dayNumber(lead.days().from());
        List<PeriodCounts> before = watch.all().subList(Math.max(0, from - ShiftScan.BEFORE), from);
        double sum =
                before.stream().mapToDouble(day -> day.value(money).orElse(0)).sum();
        long counted = before.stream().mapToLong(day -> day.of(things)).sum();
        return counted == 0
                ? OptionalDouble.empty()
                : OptionalDouble.of(sum / counted * lead.change().lost());
    }

    /** An outage takes the falls of all users on its day with it. */
    void add(Outage outage, List<Incident> incidents) {
        LocalDate day = log.calendar().dayOf(outage.from());
        DayRange days = new DayRange(day, day.plusDays(1));
        List<Incident> its = incidents.stream()
                .filter(incident ->
                        incident.slice().isEmpty() && incident.days().equals(days))
                .toList();
        incidents.removeAll(its);
        incidents.add(Incident.ofOutage(
                outage,
                its.stream().flatMap(incident -> incident.drops().stream()).toList(),
                days,
                course(Figure.SESSIONS)));
    }
}
