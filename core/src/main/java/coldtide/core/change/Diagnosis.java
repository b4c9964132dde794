package coldtide.core.change;

import coldtide.core.log.EventLog;
import coldtide.core.release.KnownRelease;
import coldtide.core.scan.ScanRunner;
import coldtide.core.tidetable.Count;
import coldtide.core.tidetable.Figure;
import coldtide.core.tidetable.PeriodCounts;
import coldtide.core.time.DayRange;
import coldtide.core.who.Having;
import it.unimi.dsi.fastutil.ints.IntArrayList;
import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.Arrays;
import java.util.Comparator;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.Set;
import java.util.stream.IntStream;
import java.util.stream.Stream;

/** Finds of each incident what happened inside, which release came with it, and what kind of cause it is. */
final class Diagnosis {
    /** Properties of who sends: what is lost on the way is lost for these, not for a country or a channel. */
    private static final Set<String> OF_SENDER = Set.of("platform", "os_version", "device_model", "gpu", "ram_gb");
    /** Other people having come shows in how many of them return, and how many do not. */
    private static final Set<Figure> MOVED_BY_WHO_COMES =
            EnumSet.of(Figure.NEXT_DAY, Figure.GONE_QUIET, Figure.UNINSTALLS);
    /** An event with less than this left is nearly gone. */
    private static final double NEARLY_GONE = -0.75;
    /** One that moved by less than this carries on. */
    private static final double CARRIES_ON = 0.15;
    /** A day unlike others lasts no longer than this, with what follows it. */
    private static final int SHORT = 4;
    /** Of an incident, a release is to blame if its rollout began so many days before at most. */
    private static final int BLAMED_WITHIN = 21;

    private static final double MORE_CRASHES = 0.2;

    private final EventLog log;
    private final ScanRunner runner;
    private final Changes.Question question;
    private final Watch watch;
    private final Map<Figure, Band> bands;

    Diagnosis(EventLog log, ScanRunner runner, Changes.Question question, Watch watch, Map<Figure, Band> bands) {
        this.log = log;
        this.runner = runner;
        this.question = question;
        this.watch = watch;
        this.bands = bands;
    }

    /** @param drops that are one incident, the leading one first */
    Incident of(List<Drop> drops) {
        Optional<Mixed> mixed = drops.stream()
                .filter(drop -> drop.slice().isEmpty() && MOVED_BY_WHO_COMES.contains(drop.figure()))
                .findFirst()
                .flatMap(drop -> mixed(drop).filter(of -> of.explains() || drop.figure() == Figure.NEXT_DAY));
        Drop lead = drops.get(0);
        SliceRows slice = new SliceRows(watch.profiles(), lead.slice());
        Optional<Blamed> blamed = blamed(lead, slice);
        LocalDate from = blamed.map(release -> release.release().starts())
                .orElse(lead.days().from());
        Inside.Found inside = lead.slice().isEmpty() || isOfPaymentsAlone(lead)
                ? new Inside.Found(List.of(), List.of(), Optional.empty())
                : runner.run(log, new Inside(log, slice, spans(from, lead.days())));
        Optional<Worth> worth = worth(lead);
        boolean peak = drops.stream().anyMatch(this::peak);
        DayRange days = span(drops);
        return new Incident(
                kind(lead, inside, mixed, worth, peak && drops.stream().anyMatch(Diagnosis::isOfVolume)),
                drops,
                days,
                days.to().isBefore(log.endOfFullDays()),
                moneyLost(lead, worth),
                Optional.empty(),
                mixed,
                worth,
                inside.events(),
                inside.performance(),
                inside.spot(),
                course(lead),
                peak,
                blamed);
    }

    private Optional<Worth> worth(Drop lead) {
        return lead.slice().isEmpty() || rate(lead) != Rate.PURCHASES
                ? Optional.empty()
                : runner.run(
                        log,
                        new Worth.Asked(
                                log,
                                watch.profiles(),
                                lead.slice(),
                                spans(lead.days().from(), lead.days())));
    }

    private Optional<Mixed> mixed(Drop drop) {
        return Mixed.of(runner.run(
                log,
                new SpanTable(
                        log,
                        watch.profiles(),
                        question.firstPath(),
                        Rate.NEXT_DAY,
                        spans(drop.days().from(), drop.days()))));
    }

    private Incident.Course course(Drop lead) {
        if (lead.slice().isEmpty()) {
            return Incident.Course.NONE;
        }
        return runner.run(
                log,
                new SliceCourse(
                        log,
                        watch.profiles(),
                        question.firstPath(),
                        rate(lead),
                        lead.slice(),
                        spans(lead.days().from(), lead.days())));
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

    /** The four weeks before a day, and the days of a fall. */
    private Spans spans(LocalDate before, DayRange days) {
        int end = log.dayNumber(before);
        IntArrayList past = new IntArrayList(
                IntStream.range(Math.max(0, end - ShiftScan.BEFORE), end).toArray());
        return Spans.of(log.days(), past, log.dayNumber(days.from()), log.dayNumber(days.to()));
    }

    private Kind kind(Drop lead, Inside.Found inside, Optional<Mixed> mixed, Optional<Worth> worth, boolean peak) {
        if (lead.slice().isEmpty()) {
            boolean isShort =
                    ChronoUnit.DAYS.between(lead.days().from(), lead.days().to()) <= SHORT;
            return mixed.filter(Mixed::explains).isPresent()
                    ? Kind.MIX
                    : isShort && peak ? Kind.CALENDAR : Kind.UNEXPLAINED;
        }
        Rate rate = rate(lead);
        if (rate == Rate.ADVERTS && isLost(lead, inside)) {
            return Kind.LOST_TRACKING;
        }
        if (worth.filter(Worth::isOtherwise).isPresent()) {
            return Kind.PRICE;
        }
        if (isWorse(inside)) {
            return Kind.PRODUCT_FAULT;
        }
        boolean goOn = isOfPaymentsAlone(lead) || inside.events().stream().anyMatch(Diagnosis::carriesOn);
        if (rate == Rate.PURCHASES && goOn) {
            return Kind.PAYMENT;
        }
        return Kind.UNEXPLAINED;
    }

    /** A currency is of payments and of no people, so nothing else can be asked of those who have it. */
    private static boolean isOfPaymentsAlone(Drop lead) {
        return !lead.slice().isEmpty()
                && lead.slice().stream().allMatch(having -> having.property().equals(SliceRows.CURRENCY));
    }

    /** Whether it tells how many there were, and not how they were. */
    private static boolean isOfVolume(Drop drop) {
        return switch (drop.figure()) {
            case ACTIVE_PEOPLE, SESSIONS, NEW_PEOPLE, INSTALLS -> true;
            default -> false;
        };
    }

    private static Rate rate(Drop drop) {
        return Arrays.stream(Rate.values())
                .filter(rate -> rate.figure() == drop.figure())
                .findFirst()
                .orElseThrow(
                        () -> new IllegalArgumentException("Nothing of " + drop.figure() + " is watched by slice."));
    }

    /** An event is nearly gone for some senders, and most of what they do otherwise goes on as ever. */
    private static boolean isLost(Drop lead, Inside.Found inside) {
        boolean ofSender = lead.slice().stream().map(Having::property).allMatch(OF_SENDER::contains);
        boolean gone = inside.events().stream()
                .anyMatch(event -> event.change().isKnown() && event.change().part() < NEARLY_GONE);
        long told = inside.events().stream()
                .filter(event -> event.change().isKnown())
                .count();
        long on = inside.events().stream().filter(Diagnosis::carriesOn).count();
        return ofSender && gone && 2 * on > told;
    }

    private static boolean carriesOn(EventChange event) {
        return event.change().isKnown() && Math.abs(event.change().part()) < CARRIES_ON;
    }

    private static boolean isWorse(Inside.Found inside) {
        return inside.performance().stream().anyMatch(PerformanceChange::isWorse)
                || inside.events().stream()
                        .anyMatch(event ->
                                event.event().equals("crash") && event.change().low() > MORE_CRASHES);
    }

    /** Whether the figure lay above its band shortly before it fell. */
    private boolean peak(Drop lead) {
        int from = log.dayNumber(lead.days().from());
        Band band = bands.get(lead.figure());
        return IntStream.range(Math.max(0, from - 3), from)
                .anyMatch(day -> band.days()
                        .get(day)
                        .filter(of -> watch.all().get(day).value(lead.figure()).orElse(of.high()) > of.high())
                        .isPresent());
    }

    private OptionalDouble moneyLost(Drop lead, Optional<Worth> worth) {
        if (lead.isCounted()) {
            return switch (rate(lead)) {
                case ADVERTS -> worth(lead, Figure.AD_REVENUE, Count.ADVERTS);
                case PURCHASES ->
                    worth.filter(Worth::isOtherwise)
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

    /** The newest release whose rollout had begun, on a platform of the slice. */
    private Optional<Blamed> blamed(Drop lead, SliceRows slice) {
        LocalDate from = lead.days().from();
        Optional<String> platform = Stream.concat(
                        lead.slice().stream(), lead.same().stream().flatMap(List::stream))
                .filter(having -> having.property().equals("platform"))
                .map(Having::value)
                .findFirst();
        return question.releases().stream()
                .filter(release -> !release.starts().isAfter(from.plusDays(1)))
                .filter(release -> release.starts().isAfter(log.firstDay()))
                .filter(release -> ChronoUnit.DAYS.between(release.starts(), from) <= BLAMED_WITHIN)
                .filter(release -> platform.isEmpty() || platform.get().equals(release.platform()))
                .max(Comparator.comparing(KnownRelease::starts).thenComparing(KnownRelease::version))
                .filter(release -> !lead.slice().isEmpty())
                .map(release -> new Blamed(
                        release,
                        (int) ChronoUnit.DAYS.between(release.starts(), from),
                        contrast(lead, slice, release)));
    }

    private Change contrast(Drop lead, SliceRows slice, KnownRelease release) {
        Rate rate = rate(lead);
        if (rate != Rate.ADVERTS && rate != Rate.PURCHASES) {
            return Change.UNKNOWN;
        }
        TwoSpans spans = runner.run(
                log,
                new ReleaseContrast(
                        log,
                        slice,
                        rate,
                        release,
                        log.dayNumber(release.starts()),
                        log.dayNumber(lead.days().to())));
        return Change.of(spans, 1);
    }

    /** An outage takes the falls of everybody on its day with it. */
    void add(Outage outage, List<Incident> incidents) {
        LocalDate day = log.calendar().dayOf(outage.from());
        DayRange days = new DayRange(day, day.plusDays(1));
        List<Incident> its = incidents.stream()
                .filter(incident ->
                        incident.slice().isEmpty() && incident.days().equals(days))
                .toList();
        incidents.removeAll(its);
        incidents.add(new Incident(
                Kind.OUTAGE,
                its.stream().flatMap(incident -> incident.drops().stream()).toList(),
                days,
                true,
                OptionalDouble.empty(),
                Optional.of(outage),
                Optional.empty(),
                Optional.empty(),
                List.of(),
                List.of(),
                Optional.empty(),
                Incident.Course.NONE,
                false,
                Optional.empty()));
    }
}
