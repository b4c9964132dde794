package coldtide.core.change;

import coldtide.core.change.Changes.ChosenBand;
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
 * Finds what fell of what people chose to have watched, and puts it to the incident with which it began, so that one incident is told
 * once; what fell with none is an incident of its own.
 */
final class ChosenFalls {
    /** It begins so many days before an incident at the most, and lasts so many days longer, since either may be seen first. */
    private static final int MOST_APART = 3;
    /** And begins so many days after. */
    private static final int MOST_AFTER = 7;

    private final EventLog log;
    private final ChosenPortions portions;

    ChosenFalls(EventLog log, ChosenPortions portions) {
        this.log = log;
        this.portions = portions;
    }

    /** What was chosen, with the bands by which it is watched. */
    List<ChosenBand> addTo(List<Incident> incidents, List<Chosen> chosen) {
        List<ChosenBand> bands = new ArrayList<>();
        List<ChosenFall> falls = new ArrayList<>();
        for (Chosen each : chosen) {
            Band band = each.band();
            bands.add(new ChosenBand(each, band.days()));
            band.falls().forEach(fall -> falls.add(fall(each, band, fall)));
        }
        // As of headline figures, what fell leads, not those who went for it.
        falls.sort(Comparator.comparing((ChosenFall fall) -> fall.of().isWorseAbove())
                .thenComparingDouble(ChosenFall::distance));
        List<ChosenFall> alone = join(falls, incidents);
        groups(alone).forEach(group -> incidents.add(incident(group)));
        return bands;
    }

    private ChosenFall fall(Chosen of, Band band, Band.Fall fall) {
        return new ChosenFall(
                of,
                new DayRange(
                        log.firstDay().plusDays(fall.from()), log.firstDay().plusDays(fall.to())),
                BandDrops.distance(fall),
                BandDrops.change(band.days(), of.days(), fall.from(), fall.to()),
                List.of());
    }

    /** Those that belong to no incident. */
    private static List<ChosenFall> join(List<ChosenFall> falls, List<Incident> incidents) {
        Map<Integer, List<ChosenFall>> joined = new HashMap<>();
        List<ChosenFall> alone = new ArrayList<>();
        for (ChosenFall fall : falls) {
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
    private static Optional<Integer> home(ChosenFall fall, List<Incident> incidents) {
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
    private static List<List<ChosenFall>> groups(List<ChosenFall> falls) {
        List<List<ChosenFall>> groups = new ArrayList<>();
        for (ChosenFall fall : falls) {
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

    private Incident incident(List<ChosenFall> falls) {
        ChosenFall lead = falls.get(0);
        List<ChosenFall> told = new ArrayList<>(falls);
        told.set(0, lead.with(portions.of(lead)));
        Band band = lead.of().band();
        DayRange days = span(falls);
        Since since = Since.of(
                days,
                lead.change(),
                lead.of().isWorseAbove(),
                log.endOfFullDays(),
                after -> BandDrops.change(
                        band.days(), lead.of().days(), log.dayNumber(after.from()), log.dayNumber(after.to())));
        return Incident.ofChosen(
                told, days, since, Incident.Course.ofBand(lead.of().days(), band.days()));
    }

    private static DayRange span(List<ChosenFall> falls) {
        return falls.stream()
                .map(ChosenFall::days)
                .reduce((one, other) -> new DayRange(
                        one.from().isBefore(other.from()) ? one.from() : other.from(),
                        one.to().isAfter(other.to()) ? one.to() : other.to()))
                .orElseThrow();
    }
}
