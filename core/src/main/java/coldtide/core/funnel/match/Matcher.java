package coldtide.core.funnel.match;

/**
 * Finds how far a trail goes. Among all ways of giving events to steps the one that gets deepest counts; of these the one that
 * enters earliest; of these the one that, step by step, does an optional step rather than leaves it out, by the earliest event.
 * None is safe for several threads.
 */
abstract class Matcher {
    final FunnelQuestion question;
    final int steps;
    final long window;

    Matcher(FunnelQuestion question) {
        this.question = question;
        steps = question.steps().size();
        window = question.window().toMillis();
    }

    static Matcher of(FunnelQuestion question) {
        return question.order() == Order.ANY_ORDER ? new AnyOrderMatcher(question) : new ExactMatcher(question);
    }

    /** Begins to read another trail. */
    void begin() {}

    /**
     * Told of one event after another of a trail while it is read: takes the last one back if it can be no part of the best attempt.
     *
     * @return whether nothing after it can change the best attempt, so that the trail may end here
     */
    boolean isEnough(EventSequence trail) {
        return false;
    }

    /** The attempt that begins at an entry of a trail and uses no event from {@code end} on. */
    abstract void from(EventSequence trail, int entry, int end, Match into);

    /** Whether an attempt may begin somewhere. */
    boolean isEntry(EventSequence trail, int at) {
        return trail.isEntry(at, 0);
    }

    /** The best attempt of a trail of which it was told event by event: costs an attempt from each entry, until one goes to the end. */
    void best(EventSequence trail, Match best) {
        best.clear();
        Match one = new Match(steps);
        for (int entry = 0; entry < trail.size && best.deepest < steps - 1; entry++) {
            if (isEntry(trail, entry)) {
                from(trail, entry, trail.size, one);
                if (one.deepest > best.deepest) {
                    best.copy(one);
                }
            }
        }
    }

    /** The place after the next event that would begin another attempt. */
    static int endOfAttempt(EventSequence trail, int entry) {
        for (int at = entry + 1; at < trail.size; at++) {
            if (trail.is(at, 0) && trail.held[at] == trail.held[entry]) {
                return at + 1;
            }
        }
        return trail.size;
    }
}
