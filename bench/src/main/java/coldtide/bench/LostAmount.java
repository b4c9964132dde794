package coldtide.bench;

import coldtide.core.anomaly.Incident;
import coldtide.core.anomaly.counts.Rate;
import coldtide.core.anomaly.detect.Drop;
import coldtide.core.filter.value.PropertyValue;
import coldtide.core.log.EventLog;
import coldtide.core.scan.ScanRunner;
import coldtide.core.tidetable.Count;
import coldtide.core.time.DayRange;
import coldtide.world.scenario.Happening;
import coldtide.world.scenario.Scenario;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.stream.IntStream;

/** What is truly missing: the same world again, and the same to the byte but for what was planted, is the world without it. */
final class LostAmount {
    private final ScanRunner runner;
    private final Scenario scenario;
    private final Happening happening;
    private final EventLog log;
    private final PlantedTruth truth;
    private EventLog without;

    LostAmount(ScanRunner runner, Scenario scenario, Happening happening, EventLog log, PlantedTruth truth) {
        this.runner = runner;
        this.scenario = scenario;
        this.happening = happening;
        this.log = log;
        this.truth = truth;
    }

    /** Of all active days before it began, those of the slice; 1 for everybody. */
    double partOfPeople() {
        double all = active(List.of());
        return truth.slice().isEmpty() ? 1 : active(List.copyOf(truth.slice())) / all;
    }

    private double active(List<PropertyValue> slice) {
        long[] days = runner.run(log, SliceDays.of(log, slice))[Count.ACTIVE_PEOPLE.ordinal()];
        return Arrays.stream(days, 0, log.dayNumber(truth.days().from())).sum();
    }

    /**
     * Whether the interval of what an incident says is missing holds what is missing of that slice on those days; empty where things are
     * not counted, or the slice is another.
     */
    Optional<Boolean> isInInterval(Incident incident) {
        if (truth.slice().isEmpty() || incident.drops().isEmpty()) {
            return Optional.empty();
        }
        Drop lead = incident.drops().get(0);
        Optional<Count> counted = Arrays.stream(Rate.values())
                .filter(rate -> rate.figure() == lead.figure())
                .filter(rate -> rate == Rate.PURCHASES || rate == Rate.ADVERTS)
                .map(Rate::over)
                .findFirst();
        return counted.flatMap(count -> {
            double with = sum(log, count, lead.days());
            double without = sum(without(), count, lead.days());
            OptionalDouble part = without == 0 ? OptionalDouble.empty() : OptionalDouble.of(with / without - 1);
            return part.isEmpty()
                    ? Optional.empty()
                    : Optional.of(lead.change().low() <= part.getAsDouble()
                            && part.getAsDouble() <= lead.change().high());
        });
    }

    /**
     * What is missing of the slice in truth, of what its kind takes.
     *
     * @param part of what there would be
     * @param errors in standard errors of a count that comes one by one: what is less than about five cannot be told from chance by
     *     anybody who looks at hundreds of slices
     */
    record Missing(double part, double errors) {}

    /** Of a slice. */
    Missing missing() {
        Count count = switch (truth.kind()) {
            case PAYMENT, PRICE -> Count.PURCHASES;
            case LOST_TRACKING -> Count.ADVERTS;
            default -> Count.ACTIVE_PEOPLE;
        };
        double expected = Math.max(1, sum(without(), count, truth.days()));
        double missing = expected - sum(log, count, truth.days());
        return new Missing(missing / expected, missing / Math.sqrt(expected));
    }

    private EventLog without() {
        if (without == null) {
            without = WorldLog.of(scenario.without(happening.name()));
        }
        return without;
    }

    private double sum(EventLog of, Count count, DayRange range) {
        long[] days = runner.run(of, SliceDays.of(of, List.copyOf(truth.slice())))[count.ordinal()];
        return IntStream.range(of.dayNumber(range.from()), Math.min(days.length, of.dayNumber(range.to())))
                .mapToLong(day -> days[day])
                .sum();
    }
}
