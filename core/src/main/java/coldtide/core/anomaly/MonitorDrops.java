package coldtide.core.anomaly;

import coldtide.core.anomaly.Changes.ChosenBand;
import coldtide.core.anomaly.counts.DailyCourse;
import coldtide.core.anomaly.counts.ExpectedRange;
import coldtide.core.anomaly.detect.ExpectedRangeDrops;
import coldtide.core.log.EventLog;
import coldtide.core.time.DayRange;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * Finds the drops of monitored metrics and adds each to the incident with which it began, so that each incident is reported once. A drop that began
 * with none is an incident of its own.
 */
final class MonitorDrops {
    /** It begins so many days before an incident at the most, and lasts so many days longer, since either may be seen first. */
    private static final int MOST_APART = 3;
    /** And begins so many days after. */
    private static final int MOST_AFTER = 7;

    private final EventLog log;
    private final MonitorBreakdown portions;

    MonitorDrops(EventLog log, MonitorBreakdown portions) {
        this.log = log;
        this.portions = portions;
    }

    /** What was chosen, with the bands by which it is watched. */
    List<ChosenBand> addTo(List<Incident> incidents, List<Monitor> chosen) {
        List<ChosenBand> bands = new ArrayList<>();
        List<MonitorDrop> falls = new ArrayList<>();
        for (Monitor each : chosen) {
            ExpectedRange band = each.band();
            bands.add(new ChosenBand(each, band.days()));
            band.falls().forEach(fall -> falls.add(fall(each, band, fall)));
        }
        // Drops come before increases, as for headline metrics.
        falls.sort(Comparator.comparing((MonitorDrop fall) -> fall.of().isWorseAbove())
                .thenComparingDouble(MonitorDrop::distance));
        List<MonitorDrop> alone = join(falls, incidents);
        groups(alone).forEach(group -> incidents.add(incident(group)));
        return bands;
    }

    private MonitorDrop fall(Monitor of, ExpectedRange band, ExpectedRange.Fall fall) {
        return new MonitorDrop(
                of,
                new DayRange(
                        log.firstDay().plusDays(fall.from()), log.firstDay().plusDays(fall.to())),
                ExpectedRangeDrops.distance(fall),
                ExpectedRangeDrops.change(band.days(), of.days(), fall.from(), fall.to()),
                List.of());
    }

    /** Adds drops of monitors to the incidents they belong to, and returns the others. */
    private static List<MonitorDrop> join(List<MonitorDrop> falls, List<Incident> incidents) {
        Map<Integer, List<MonitorDrop>> joined = new HashMap<>();
        List<MonitorDrop> alone = new ArrayList<>();
        for (MonitorDrop fall : falls) {
            home(fall, incidents)
                    .ifPresentOrElse(
                            at -> joined.computeIfAbsent(at, none -> new ArrayList<>())
                                    .add(fall),
                            () -> alone.add(fall));
        }
        joined.forEach((at, its) -> incidents.set(at, incidents.get(at).with(its)));
        return alone;
    }

    /** The incident that began nearest to it. */
    private static Optional<Integer> home(MonitorDrop fall, List<Incident> incidents) {
        Integer nearest = null;
        long least = Long.MAX_VALUE;
        for (int at = 0; at < incidents.size(); at++) {
            DayRange days = incidents.get(at).days();
            long after = after(days, fall.days());
            if (explains(days, fall.days()) && Math.abs(after) < least) {
                nearest = at;
                least = Math.abs(after);
            }
        }
        return Optional.ofNullable(nearest);
    }

    /** An incident explains what began with it and does not outlast it: an outage of hours no week. */
    private static boolean explains(DayRange incident, DayRange fall) {
        long after = after(incident, fall);
        return incident.overlaps(fall)
                && after >= -MOST_APART
                && after <= MOST_AFTER
                && !fall.to().isAfter(incident.to().plusDays(MOST_APART));
    }

    /** Falls that began together. */
    private static List<List<MonitorDrop>> groups(List<MonitorDrop> falls) {
        List<List<MonitorDrop>> groups = new ArrayList<>();
        for (MonitorDrop fall : falls) {
            groups.stream()
                    .filter(group -> group.get(0).days().overlaps(fall.days())
                            && Math.abs(after(group.get(0).days(), fall.days())) <= MOST_APART)
                    .findFirst()
                    .ifPresentOrElse(group -> group.add(fall), () -> groups.add(new ArrayList<>(List.of(fall))));
        }
        return groups;
    }

    private static long after(DayRange first, DayRange second) {
        return ChronoUnit.DAYS.between(first.from(), second.from());
    }

    private Incident incident(List<MonitorDrop> falls) {
        MonitorDrop lead = falls.get(0);
        List<MonitorDrop> told = new ArrayList<>(falls);
        told.set(0, lead.with(portions.of(lead)));
        ExpectedRange band = lead.of().band();
        DayRange days = span(falls);
        RecoveryStatus since = RecoveryStatus.of(
                days,
                lead.change(),
                lead.of().isWorseAbove(),
                log.endOfFullDays(),
                after -> ExpectedRangeDrops.change(
                        band.days(), lead.of().days(), log.dayNumber(after.from()), log.dayNumber(after.to())));
        return Incident.ofChosen(told, days, since, DailyCourse.ofBand(lead.of().days(), band.days()));
    }

    private static DayRange span(List<MonitorDrop> falls) {
        return falls.stream()
                .map(MonitorDrop::days)
                .reduce((one, other) -> new DayRange(
                        one.from().isBefore(other.from()) ? one.from() : other.from(),
                        one.to().isAfter(other.to()) ? one.to() : other.to()))
                .orElseThrow();
    }
}
