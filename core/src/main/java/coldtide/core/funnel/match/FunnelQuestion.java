package coldtide.core.funnel.match;

import static java.util.Objects.requireNonNull;

import coldtide.core.filter.PersonCondition;
import coldtide.core.time.DayRange;
import coldtide.core.time.Grain;
import java.time.Duration;
import java.util.List;
import java.util.Optional;

/**
 * Question for a funnel: its steps, their order, the window, the unit and the split.
 *
 * @param range the days on which entries lie; later steps may come after it
 * @param window how long after the entry steps count, to the millisecond
 * @param by periods of entry that are told apart too
 * @param held properties whose value is that of the entry in all steps; an entry without one is none
 */
public record FunnelQuestion(
        DayRange range,
        List<FunnelStep> steps,
        Order order,
        Unit unit,
        Duration window,
        List<String> held,
        PersonCondition among,
        Optional<FunnelSplit> split,
        Optional<Grain> by) {
    public static final int MOST_STEPS = 30;
    public static final Duration USUAL_WINDOW = Duration.ofDays(7);
    public static final Duration LONGEST_WINDOW = Duration.ofDays(366);
    private static final int MOST_HELD = 3;

    public FunnelQuestion {
        requireNonNull(range, "range");
        steps = List.copyOf(steps);
        requireNonNull(order, "order");
        requireNonNull(unit, "unit");
        requireNonNull(window, "window");
        held = List.copyOf(held);
        requireNonNull(among, "among");
        requireNonNull(split, "split");
        requireNonNull(by, "by");
        if (steps.size() < 2 || steps.size() > MOST_STEPS) {
            throw new IllegalArgumentException(
                    "A funnel has from 2 to " + MOST_STEPS + " steps, not " + steps.size() + ".");
        }
        if (window.isNegative() || window.isZero() || window.compareTo(LONGEST_WINDOW) > 0) {
            throw new IllegalArgumentException("The window of a funnel is longer than nothing and at most "
                    + LONGEST_WINDOW.toDays() + " days; nothing can follow an entry in " + window + ".");
        }
        if (held.size() > MOST_HELD) {
            throw new IllegalArgumentException(
                    "At most " + MOST_HELD + " properties can be held, not " + held.size() + ".");
        }
        checkSteps(steps, order, window);
        if (split.orElse(null) instanceof FunnelSplit.ByProperty at && (at.step() < 0 || at.step() >= steps.size())) {
            throw new IllegalArgumentException(
                    "There is no step " + (at.step() + 1) + " to split by; the funnel has " + steps.size() + ".");
        }
        if (order == Order.ANY_ORDER && unit == Unit.ATTEMPTS) {
            throw new IllegalArgumentException(
                    "An attempt begins with the first step, so attempts are counted in order or back to back.");
        }
    }

    /** In order, by users, of all users together: what is most often asked. */
    public static FunnelQuestion of(DayRange range, Duration window, List<FunnelStep> steps) {
        return new FunnelQuestion(
                range,
                steps,
                Order.IN_ORDER,
                Unit.PEOPLE,
                window,
                List.of(),
                PersonCondition.EVERYBODY,
                Optional.empty(),
                Optional.empty());
    }

    public FunnelQuestion in(Order otherOrder) {
        return new FunnelQuestion(range, steps, otherOrder, unit, window, held, among, split, by);
    }

    public FunnelQuestion counting(Unit otherUnit) {
        return new FunnelQuestion(range, steps, order, otherUnit, window, held, among, split, by);
    }

    public FunnelQuestion holding(String... properties) {
        return new FunnelQuestion(range, steps, order, unit, window, List.of(properties), among, split, by);
    }

    public FunnelQuestion among(PersonCondition people) {
        return new FunnelQuestion(range, steps, order, unit, window, held, people, split, by);
    }

    public FunnelQuestion splitBy(FunnelSplit groups) {
        return new FunnelQuestion(range, steps, order, unit, window, held, among, Optional.of(groups), by);
    }

    public FunnelQuestion by(Grain periods) {
        return new FunnelQuestion(range, steps, order, unit, window, held, among, split, Optional.of(periods));
    }

    private static void checkSteps(List<FunnelStep> steps, Order order, Duration window) {
        FunnelStep first = steps.get(0);
        if (first.optional()) {
            throw new IllegalArgumentException(
                    "The first step, \"" + first.name() + "\", is where they enter; it cannot be optional.");
        }
        if (first.looksBack()) {
            throw new IllegalArgumentException("No step comes before the first, \"" + first.name()
                    + "\", so nothing can be forbidden or timed between them.");
        }
        for (FunnelStep step : steps) {
            if (step.least().compareTo(window) > 0) {
                throw new IllegalArgumentException(
                        "Step \"" + step.name() + "\" can never be reached: it comes at least " + step.least()
                                + " after the step before it, and the window is " + window + ".");
            }
            if (order == Order.ANY_ORDER && step.looksBack()) {
                throw new IllegalArgumentException(
                        "In any order no step comes before another, so nothing can be forbidden" + " or timed before \""
                                + step.name() + "\".");
            }
        }
    }

    /** The step that is compared with one: the last before it that is not optional; -1 before the first. */
    public int lastRequiredBefore(int step) {
        int before = step - 1;
        while (before > 0 && steps.get(before).optional()) {
            before--;
        }
        return before;
    }

    /** Refuses a step, from 0, before which nobody can be lost. */
    public void checkLostBefore(int step) {
        if (step < 1 || step >= steps.size()) {
            throw new IllegalArgumentException("People can be lost before step 2 to " + steps.size()
                    + " of this funnel, not before step " + (step + 1) + ".");
        }
    }

    /** Whether the one thing that matters between steps is the window. */
    boolean isPlain() {
        return order == Order.IN_ORDER
                && held.isEmpty()
                && steps.stream().noneMatch(step -> step.optional() || step.looksBack());
    }
}
