package coldtide.server.anomaly;

import coldtide.core.anomaly.Incident;
import coldtide.core.anomaly.MonitorDrop;
import coldtide.core.anomaly.ValueShare;
import coldtide.core.anomaly.counts.DailyCourse;
import coldtide.core.anomaly.counts.Outage;
import coldtide.core.anomaly.counts.PerformanceChange;
import coldtide.core.anomaly.detect.Change;
import coldtide.core.anomaly.detect.Drop;
import coldtide.core.anomaly.detect.RuledOutGroup;
import coldtide.core.anomaly.explain.AdRevenueReconciliation;
import coldtide.core.anomaly.explain.ArrivalSurge;
import coldtide.core.anomaly.explain.AttributedRelease;
import coldtide.core.anomaly.explain.CauseKind;
import coldtide.core.anomaly.explain.EventChange;
import coldtide.core.anomaly.explain.PropertyMixEffect;
import coldtide.core.anomaly.explain.SlowestSquare;
import coldtide.core.filter.value.PropertyValue;
import coldtide.core.measure.Measure;
import coldtide.core.tidetable.Figure;
import coldtide.core.time.DayRange;
import io.swagger.v3.oas.annotations.media.ArraySchema;
import io.swagger.v3.oas.annotations.media.Schema;
import java.time.Instant;
import java.time.LocalDate;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/**
 * One thing that happened, as it goes over the wire; what is not known is null.
 *
 * @param id by which it is found again: the first day of its leading fall, its figure and its slice
 * @param sinceFrom the first day of those since; null of what was kept before it could be later than the fall's end
 */
record IncidentView(
        String id,
        CauseKind kind,
        List<PropertyValue> slice,
        DayRange days,
        @Schema(types = {"object", "null"}) OnsetView onset,
        boolean isOver,
        ChangeView since,

        @Schema(
                types = {"string", "null"},
                format = "date")
        LocalDate sinceFrom,

        @Schema(types = {"number", "null"}) Double moneyLost,
        List<DropView> drops,
        @Schema(types = {"object", "null"}) OutageView outage,
        @Schema(types = {"object", "null"}) MixedView mixed,
        @Schema(types = {"object", "null"}) ArrivedView arrived,
        @Schema(types = {"object", "null"}) WorthView worth,
        @Schema(types = {"object", "null"}) BreakUpView breakUp,
        @Schema(types = {"object", "null"}) SettledView settled,
        List<EventMovedView> events,
        List<PerformanceView> performance,
        @Schema(types = {"object", "null"}) SpotView spot,
        CourseView course,
        boolean peak,
        @Schema(types = {"object", "null"}) BlamedView blamed,
        List<ChosenFallView> chosen) {
    IncidentView {
        // What was kept before anything could be chosen has none.
        chosen = chosen == null ? List.of() : List.copyOf(chosen);
    }

    boolean overlaps(IncidentView other) {
        return days.overlaps(other.days);
    }

    /** Similarity of two incidents: metrics and groups in common; 0 for none. */
    int likeness(IncidentView other) {
        boolean sameFigure = lead(drops, outage, chosen).equals(lead(other.drops, other.outage, other.chosen));
        boolean sameSlice = slice.equals(other.slice);
        boolean shares = slice.stream().anyMatch(other.slice::contains);
        boolean holds = holds(other) || other.holds(this);
        return sameSlice && sameFigure
                ? 4
                : sameSlice && !slice.isEmpty() ? 3 : shares || holds ? 2 : sameFigure ? 1 : 0;
    }

    /** Whether the other is of a choice alone that stands in this one: what fell first by itself may turn out to be part of more. */
    private boolean holds(IncidentView other) {
        boolean isOfChoice = other.drops.isEmpty() && other.outage == null;
        return isOfChoice
                && chosen.stream().map(ChosenFallView::word).anyMatch(lead(other.drops, null, other.chosen)::equals);
    }

    /** Metric that dropped most significantly; an outage without a metric has a word of its own. */
    private static String lead(List<DropView> drops, OutageView outage, List<ChosenFallView> chosen) {
        return drops.stream()
                .map(drop -> drop.figure().name().toLowerCase(Locale.ROOT))
                .findFirst()
                .or(() -> chosen.stream()
                        .filter(fall -> outage == null)
                        .map(ChosenFallView::word)
                        .findFirst())
                .orElse("");
    }

    /** The dropped metric by day of the whole log; null where unknown. */
    record CourseView(
            @ArraySchema(schema = @Schema(types = {"number", "null"}))
            List<Double> actual,

            @ArraySchema(schema = @Schema(types = {"number", "null"}))
            List<Double> expected,

            @ArraySchema(schema = @Schema(types = {"number", "null"}))
            List<Double> low,

            @ArraySchema(schema = @Schema(types = {"number", "null"}))
            List<Double> high) {
        static CourseView of(DailyCourse course) {
            return new CourseView(
                    each(course.actual()), each(course.expected()), each(course.low()), each(course.high()));
        }

        private static List<Double> each(double[] days) {
            return Arrays.stream(days).mapToObj(IncidentView::orNull).toList();
        }
    }

    /** A change with its interval; null where too little is known. */
    record ChangeView(
            double before,
            @Schema(types = {"number", "null"}) Double expected,
            double actual,
            @Schema(types = {"number", "null"}) Double part,
            @Schema(types = {"number", "null"}) Double low,
            @Schema(types = {"number", "null"}) Double high) {
        static ChangeView of(Change change) {
            return new ChangeView(
                    change.before(),
                    orNull(change.expected()),
                    change.actual(),
                    orNull(change.part()),
                    orNull(change.low()),
                    orNull(change.high()));
        }
    }

    /** One figure that fell. */
    record DropView(
            Figure figure,
            Figure.Unit unit,
            boolean isWorseAbove,
            List<PropertyValue> slice,
            List<List<PropertyValue>> same,
            DayRange days,
            double distance,
            ChangeView change,
            ChangeView without,
            List<SuspectView> suspects,
            List<PropertyValue> parts,
            int tried,
            boolean isCounted) {
        static DropView of(Drop drop) {
            return new DropView(
                    drop.figure(),
                    drop.figure().unit(),
                    drop.figure().isWorseAbove(),
                    drop.slice(),
                    drop.same(),
                    drop.days(),
                    drop.distance(),
                    ChangeView.of(drop.change()),
                    ChangeView.of(drop.without()),
                    drop.suspects().stream().map(SuspectView::of).toList(),
                    drop.parts(),
                    drop.tried(),
                    drop.isCounted());
        }
    }

    /** A slice that looked guilty. */
    record SuspectView(
            List<PropertyValue> slice,
            RuledOutGroup.Fate fate,
            ChangeView whole,
            ChangeView alone,
            ChangeView guiltyAlone,
            ChangeView both) {
        static SuspectView of(RuledOutGroup suspect) {
            return new SuspectView(
                    suspect.slice(),
                    suspect.fate(),
                    ChangeView.of(suspect.whole()),
                    ChangeView.of(suspect.alone()),
                    ChangeView.of(suspect.guiltyAlone()),
                    ChangeView.of(suspect.both()));
        }
    }

    /** By the hour, when it began: the likeliest, and those that are not told from it. */
    record OnsetView(Instant likeliest, Instant from, Instant to) {}

    /** Hours in which hardly anything arrived. */
    record OutageView(Instant from, Instant to, double expected, double actual) {
        static OutageView of(Outage outage) {
            return new OutageView(outage.from(), outage.to(), outage.expected(), outage.actual());
        }
    }

    /** Part of a change that comes from a different mix of users. */
    record MixedView(String property, double mix, double within, List<MixedValueView> values) {
        static MixedView of(PropertyMixEffect mixed) {
            return new MixedView(
                    mixed.property(),
                    mixed.mix(),
                    mixed.within(),
                    mixed.values().stream().map(MixedValueView::of).toList());
        }
    }

    /** More people who came, and what most of the others have. */
    record ArrivedView(PropertyValue having, double before, double after, double part) {
        static ArrivedView of(ArrivalSurge arrived) {
            return new ArrivedView(arrived.having(), arrived.before(), arrived.after(), arrived.part());
        }
    }

    /** Mean value of a purchase. */
    record WorthView(double before, double after) {}

    /** Adverts a day as settled by a network and as recorded, and money over all days of the drop. */
    record SettledView(
            String platform,
            int days,
            double settledBefore,
            double settled,
            double countedBefore,
            double counted,
            ChangeView against,
            @Schema(types = {"number", "null"}) Double money,
            AdRevenueReconciliation.Verdict verdict) {
        static SettledView of(AdRevenueReconciliation of) {
            return new SettledView(
                    of.platform(),
                    of.days(),
                    of.settledBefore(),
                    of.settled(),
                    of.countedBefore(),
                    of.counted(),
                    ChangeView.of(of.against()),
                    orNull(of.money()),
                    of.verdict());
        }
    }

    /** One value of the property. */
    record MixedValueView(
            String value,
            double partBefore,
            double partAfter,
            @Schema(types = {"number", "null"}) Double before,
            @Schema(types = {"number", "null"}) Double after,
            double mix) {
        static MixedValueView of(PropertyMixEffect.Value value) {
            return new MixedValueView(
                    value.value(),
                    value.partBefore(),
                    value.partAfter(),
                    orNull(value.before()),
                    orNull(value.after()),
                    value.mix());
        }
    }

    /** Frequency of an event among active users of the group. */
    record EventMovedView(String event, double before, double after, ChangeView change) {
        static EventMovedView of(EventChange event) {
            return new EventMovedView(event.event(), event.before(), event.after(), ChangeView.of(event.change()));
        }
    }

    /** Performance of the app. */
    record PerformanceView(
            String property,
            SpreadView before,
            SpreadView after,
            SpreadView restBefore,
            SpreadView restAfter,
            boolean isWorse) {
        static PerformanceView of(PerformanceChange change) {
            return new PerformanceView(
                    change.property(),
                    SpreadView.of(change.slice().before()),
                    SpreadView.of(change.slice().after()),
                    SpreadView.of(change.rest().before()),
                    SpreadView.of(change.rest().after()),
                    change.isWorse());
        }
    }

    /** Lowest tenth and median of some values. */
    record SpreadView(
            int values,
            @Schema(types = {"number", "null"}) Double lowTenth,
            @Schema(types = {"number", "null"}) Double median) {
        static SpreadView of(PerformanceChange.Spread spread) {
            return new SpreadView(spread.values(), orNull(spread.lowTenth()), orNull(spread.median()));
        }
    }

    /** The square of a level's plan where frames got slower by most. */
    record SpotView(
            double level,
            double x,
            double y,
            double size,
            double before,
            double after,
            int samples,
            @Schema(types = {"number", "null"}) Double elsewhere) {
        static SpotView of(SlowestSquare spot) {
            return new SpotView(
                    spot.level(),
                    spot.x(),
                    spot.y(),
                    spot.size(),
                    spot.before(),
                    spot.after(),
                    spot.samples(),
                    orNull(spot.elsewhere()));
        }
    }

    /** The release it is linked to. */
    record BlamedView(
            String version,
            String platform,
            LocalDate starts,
            int daysBefore,
            AttributedRelease.Link link,
            ChangeView contrast) {
        static BlamedView of(AttributedRelease blamed) {
            return new BlamedView(
                    blamed.release().version(),
                    blamed.release().platform(),
                    blamed.release().starts(),
                    blamed.daysBefore(),
                    blamed.link(),
                    ChangeView.of(blamed.contrast()));
        }
    }

    /**
     * Drop found by a monitor.
     *
     * @param id of the choice
     * @param figure of some people; null for a measure
     */
    record ChosenFallView(
            int id,
            String name,
            @Schema(types = {"string", "null"}) Figure figure,
            Measure.Unit unit,
            boolean isWorseAbove,
            DayRange days,
            ChangeView change,
            List<PortionView> portions) {
        static ChosenFallView of(MonitorDrop fall) {
            return new ChosenFallView(
                    fall.of().id(),
                    fall.of().name(),
                    fall.of().figure().orElse(null),
                    fall.of().unit(),
                    fall.of().isWorseAbove(),
                    fall.days(),
                    ChangeView.of(fall.change()),
                    fall.portions().stream().map(PortionView::of).toList());
        }

        private String word() {
            return "watched-" + id + (figure == null ? "" : "-" + figure.name().toLowerCase(Locale.ROOT));
        }
    }

    /** One value's part in what is missing. */
    record PortionView(PropertyValue having, double before, double after, double ofBefore, double ofMissing) {
        static PortionView of(ValueShare portion) {
            return new PortionView(
                    portion.having(), portion.before(), portion.after(), portion.ofBefore(), portion.ofMissing());
        }
    }

    static IncidentView of(Incident incident) {
        List<DropView> drops = incident.drops().stream().map(DropView::of).toList();
        OutageView outage = incident.outage().map(OutageView::of).orElse(null);
        List<ChosenFallView> chosen =
                incident.chosen().stream().map(ChosenFallView::of).toList();
        return new IncidentView(
                id(incident.days(), lead(drops, outage, chosen), incident.slice()),
                incident.kind(),
                incident.slice(),
                incident.days(),
                incident.onset()
                        .map(of -> new OnsetView(of.likeliest(), of.from(), of.to()))
                        .orElse(null),
                incident.since().isBack(),
                ChangeView.of(incident.since().change()),
                incident.since().from(),
                incident.moneyLost().isPresent() ? incident.moneyLost().getAsDouble() : null,
                drops,
                outage,
                incident.mixed().map(MixedView::of).orElse(null),
                incident.arrived().map(ArrivedView::of).orElse(null),
                incident.worth()
                        .map(worth -> new WorthView(worth.before(), worth.after()))
                        .orElse(null),
                incident.breakUp().map(BreakUpView::of).orElse(null),
                incident.settled().map(SettledView::of).orElse(null),
                incident.events().stream().map(EventMovedView::of).toList(),
                incident.performance().stream().map(PerformanceView::of).toList(),
                incident.spot().map(SpotView::of).orElse(null),
                CourseView.of(incident.course()),
                incident.peak(),
                incident.blamed().map(BlamedView::of).orElse(null),
                chosen);
    }

    private static String id(DayRange days, String lead, List<PropertyValue> slice) {
        return Stream.concat(
                        Stream.of(days.from().toString(), lead).filter(part -> !part.isEmpty()),
                        slice.stream().map(PropertyValue::value))
                .collect(Collectors.joining("."));
    }

    static Double orNull(double value) {
        return Double.isNaN(value) || Double.isInfinite(value) ? null : value;
    }
}
