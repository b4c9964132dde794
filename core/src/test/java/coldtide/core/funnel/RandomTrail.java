package coldtide.core.funnel;

import coldtide.core.filter.EventCondition;
import coldtide.core.funnel.match.EventSequence;
import coldtide.core.funnel.match.FunnelQuestion;
import coldtide.core.funnel.match.FunnelStep;
import coldtide.core.funnel.match.Order;
import coldtide.core.time.DayRange;
import java.time.Duration;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.SplittableRandom;

/** Small funnels and small histories, with ties in time, events that are several steps, and steps that cannot be. */
public final class RandomTrail {
    private static final EventCondition SOME = EventCondition.ANY;

    private final SplittableRandom random;

    public RandomTrail(long seed) {
        random = new SplittableRandom(seed);
    }

    /** @param plain whether nothing is said about what lies between steps, and none may be left out */
    public FunnelQuestion question(Order order, boolean plain) {
        Duration window = Duration.ofMillis(1 + random.nextInt(12));
        List<FunnelStep> steps = new ArrayList<>(List.of(FunnelStep.of("0", SOME)));
        int count = 2 + random.nextInt(4);
        while (steps.size() < count) {
            boolean looksBack = !plain && order != Order.ANY_ORDER;
            long least = looksBack && random.nextInt(3) == 0 ? random.nextLong(window.toMillis()) : 0;
            Optional<Duration> most = looksBack && random.nextInt(3) == 0
                    ? Optional.of(Duration.ofMillis(least + random.nextInt(6)))
                    : Optional.empty();
            Optional<EventCondition> forbidden = looksBack && random.nextInt(3) == 0
                    ? Optional.of(EventCondition.named("forbidden"))
                    : Optional.empty();
            steps.add(new FunnelStep(
                    "" + steps.size(),
                    SOME,
                    !plain && random.nextInt(3) == 0,
                    forbidden,
                    Duration.ofMillis(least),
                    most));
        }
        DayRange range = DayRange.endingBefore(LocalDate.of(2026, 5, 1), 1);
        FunnelQuestion question = FunnelQuestion.of(range, window, steps).in(order);
        return plain || random.nextBoolean() ? question : question.holding("level");
    }

    public void fill(EventSequence trail, FunnelQuestion question) {
        trail.clear();
        int steps = question.steps().size();
        int size = 1 + random.nextInt(9);
        long time = 0;
        for (int at = 0; at < size; at++) {
            time += random.nextInt(4);
            int its = random.nextInt(4) == 0 ? random.nextInt(1 << steps) : 1 << random.nextInt(steps);
            int forbids = 0;
            for (int step = 1; step < steps; step++) {
                boolean may = question.steps().get(step).forbidden().isPresent();
                forbids |= may && random.nextInt(4) == 0 ? 1 << step : 0;
            }
            boolean stepless = random.nextInt(6) == 0;
            long held = question.held().isEmpty()
                    ? 0
                    : random.nextInt(5) == 0 ? EventSequence.NOT_HELD : random.nextInt(3) / 2;
            boolean active = stepless ? random.nextBoolean() : random.nextInt(8) > 0;
            trail.add(time, stepless ? 0 : its, forbids, held, random.nextInt(5) > 0, false, active, at);
        }
    }
}
