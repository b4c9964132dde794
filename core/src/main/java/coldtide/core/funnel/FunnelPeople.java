package coldtide.core.funnel;

import static java.util.Objects.requireNonNull;

import coldtide.core.filter.BitMasks;
import coldtide.core.filter.Conditions;
import coldtide.core.filter.PersonCondition;
import coldtide.core.filter.PersonRule;
import coldtide.core.funnel.match.CountingUnits;
import coldtide.core.funnel.match.FunnelQuestion;
import coldtide.core.funnel.match.Match;
import coldtide.core.log.EventLog;
import coldtide.core.log.Shard;

/**
 * The users of a step: those of whom some unit got there, was lost there, or is still open.
 *
 * @param question its split and periods mean nothing here
 * @param step 0 is the entry
 */
public record FunnelPeople(FunnelQuestion question, int step, Are are) implements PersonRule {
    /** What became of them. */
    public enum Are {
        /** They did the step. */
        REACHED,
        /** They did the last step before it that is not optional, and not it. */
        LOST,
        /** Nothing can be said of them yet, whatever the step. */
        OPEN
    }

    public FunnelPeople {
        requireNonNull(question, "question");
        requireNonNull(are, "are");
        if (step < 0 || step >= question.steps().size()) {
            throw new IllegalArgumentException("There is no step " + (step + 1) + "; the funnel has "
                    + question.steps().size() + ".");
        }
        if (step == 0 && are == Are.LOST) {
            throw new IllegalArgumentException("Nobody is lost at the first step: it is where they enter.");
        }
    }

    /** As a condition. */
    public PersonCondition condition() {
        return new PersonCondition.ByRule(this);
    }

    @Override
    public long[] bits(EventLog log, Conditions conditions, Shard shard) {
        long[] bits = BitMasks.of(shard.people());
        int before = question.lastRequiredBefore(step);
        new CountingUnits(log, conditions, question).each(shard, (person, trail, match) -> {
            if (are(match, before) == are) {
                BitMasks.set(bits, person);
            }
        });
        return bits;
    }

    /** Null of those who did not get as far as to be lost there. */
    private Are are(Match match, int before) {
        if (match.deepest == Match.NONE) {
            return Are.OPEN;
        }
        if (match.reached(step)) {
            return Are.REACHED;
        }
        return before != Match.NONE && match.reached(before) ? Are.LOST : null;
    }
}
