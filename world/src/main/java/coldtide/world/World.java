package coldtide.world;

import java.util.List;
import java.util.function.Consumer;
import java.util.stream.LongStream;

/** Makes a scenario's events. The same scenario gives the same events in the same order, on any number of cores. */
public final class World {
    private static final int CHUNK = 512;

    private final Plan plan;

    public World(Scenario scenario) {
        plan = new Plan(scenario);
    }

    public Scenario scenario() {
        return plan.scenario;
    }

    /** Every release of the world with its rollout, oldest first. */
    public List<AppRelease> releases() {
        return plan.releases();
    }

    /** Campaigns that ran for a part of the span. */
    public List<Campaign> campaigns() {
        return List.of(plan.keeperReel);
    }

    /**
     * Hands over the events of one person after another. People are made in parallel, some hundreds at a time; the consumer
     * is called on this thread only.
     */
    public void eachPerson(Consumer<List<WorldEvent>> consumer) {
        for (long from = 0; from < plan.scenario.people(); from += CHUNK) {
            long to = Math.min(from + CHUNK, plan.scenario.people());
            List<List<WorldEvent>> chunk = LongStream.range(from, to)
                    .parallel()
                    .mapToObj(number -> new PersonStory(plan, number).tell())
                    .toList();
            chunk.stream().filter(events -> !events.isEmpty()).forEach(consumer);
        }
    }
}
