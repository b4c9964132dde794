package coldtide.core.anomaly;

import coldtide.core.anomaly.counts.ExpectedRange;
import coldtide.core.anomaly.counts.ExpectedRangeDay;
import coldtide.core.anomaly.counts.OutageFinder;
import coldtide.core.anomaly.detect.Drop;
import coldtide.core.anomaly.detect.DropDetector;
import coldtide.core.anomaly.detect.ExpectedRangeDrops;
import coldtide.core.anomaly.detect.IncidentGrouping;
import coldtide.core.anomaly.explain.Settlement;
import coldtide.core.filter.Conditions;
import coldtide.core.log.EventLog;
import coldtide.core.release.KnownRelease;
import coldtide.core.scan.ScanRunner;
import coldtide.core.tidetable.Figure;
import coldtide.core.tidetable.PeriodCounts;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Consumer;

/**
 * Everything sudden in a log: what fell in any slice and for everybody, put together to what happened, each with its kind of cause. One
 * pass for all series, and up to eight for each incident.
 *
 * @param days every full day of everybody; none while there are too few to learn from
 * @param bands by figure, for each of these days where it was to be expected
 * @param chosen what people chose to have watched besides, each with its band
 * @param incidents the newest first
 */
public record Changes(
        List<PeriodCounts> days,
        Map<Figure, List<Optional<ExpectedRangeDay>>> bands,
        List<ChosenBand> chosen,
        List<Incident> incidents) {
    /**
     * What is asked.
     *
     * @param firstPath the events that end the first-time path, if the app has said so
     * @param releases that are known, in any order
     * @param settlements of an advert network, in any order; none where none is known
     * @param chosen what people chose to have watched besides
     * @param conditions by which measures among these are taken apart
     */
    public record Question(
            Optional<Conditions.Mask> firstPath,
            List<KnownRelease> releases,
            List<Settlement> settlements,
            List<Monitor> chosen,
            Conditions conditions) {
        /** Nothing chosen. */
        public Question(
                Optional<Conditions.Mask> firstPath, List<KnownRelease> releases, List<Settlement> settlements) {
            this(firstPath, releases, settlements, List.of(), new Conditions(0));
        }
    }

    /** @param days by full day, where it was to be expected */
    public record ChosenBand(Monitor of, List<Optional<ExpectedRangeDay>> days) {}

    public static Changes in(EventLog log, ScanRunner runner, Question question) {
        return in(log, runner, question, search -> {});
    }

    /** @param told how far it has come, after each rate and each incident */
    public static Changes in(EventLog log, ScanRunner runner, Question question, Consumer<SearchProgress> told) {
        if (log.dayNumber(log.endOfFullDays()) <= ExpectedRange.LEARNING) {
            return new Changes(List.of(), Map.of(), List.of(), List.of());
        }
        DropDetector watch = new DropDetector(log, runner, question.firstPath());
        Map<Figure, ExpectedRange> bands = new EnumMap<>(Figure.class);
        List<PeriodCounts> full = watch.all();
        for (Figure figure : Figure.values()) {
            bands.put(
                    figure, ExpectedRange.of(ExpectedRange.Scale.of(figure), ExpectedRangeDrops.values(figure, full)));
        }
        int rates = watch.rates().size();
        List<Drop> drops =
                new ArrayList<>(watch.drops(looked -> told.accept(new SearchProgress(looked, rates, List.of(), 0))));
        bands.forEach((figure, band) -> drops.addAll(ExpectedRangeDrops.of(figure, band, full, log.firstDay())));
        List<List<Drop>> groups = IncidentGrouping.group(drops);
        Diagnosis diagnosis = new Diagnosis(log, runner, question, watch, bands);
        List<Incident> incidents = new ArrayList<>();
        for (List<Drop> group : groups) {
            told.accept(new SearchProgress(rates, rates, List.copyOf(incidents), groups.size()));
            Incident incident = diagnosis.of(group);
            if (incident.isTold()) {
                incidents.add(incident);
            }
        }
        runner.run(log, new OutageFinder(log)).forEach(outage -> diagnosis.add(outage, incidents));
        List<ChosenBand> chosen = new MonitorDrops(log, new MonitorBreakdown(log, runner, question.conditions()))
                .addTo(incidents, question.chosen());
        incidents.sort(
                Comparator.comparing((Incident incident) -> incident.days().to())
                        .thenComparing(incident -> incident.days().from())
                        .reversed());
        Map<Figure, List<Optional<ExpectedRangeDay>>> days = new EnumMap<>(Figure.class);
        bands.forEach((figure, band) -> days.put(figure, band.days()));
        return new Changes(full, days, chosen, incidents);
    }
}
