package coldtide.bench;

import coldtide.core.change.Drop;
import coldtide.core.change.Incident;
import coldtide.core.change.Rate;
import coldtide.core.log.EventLog;
import coldtide.core.scan.ScanRunner;
import coldtide.core.tidetable.Count;
import coldtide.core.who.Having;
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

    private double active(List<Having> slice) {
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
            double with = sum(log, count, lead);
            double without = sum(WorldLog.of(scenario.without(happening.name())), count, lead);
            OptionalDouble part = without == 0 ? OptionalDouble.empty() : OptionalDouble.of(with / without - 1);
            return part.isEmpty()
                    ? Optional.empty()
                    : Optional.of(lead.change().low() <= part.getAsDouble()
                            && part.getAsDouble() <= lead.change().high());
        });
    }

    private double sum(EventLog of, Count count, Drop lead) {
        long[] days = runner.run(of, SliceDays.of(of, List.copyOf(truth.slice())))[count.ordinal()];
        int from = of.dayNumber(lead.days().from());
        int to = of.dayNumber(lead.days().to());
        return IntStream.range(from, to).mapToLong(day -> days[day]).sum();
    }
}
