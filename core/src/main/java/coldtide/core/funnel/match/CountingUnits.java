package coldtide.core.funnel.match;

import coldtide.core.filter.Conditions;
import coldtide.core.log.EventLog;
import coldtide.core.log.Shard;

/**
 * All users or sessions that entered a funnel, each with its best attempt. Every analysis of a funnel starts from it.
 *
 * @param log the events
 * @param conditions the conditions of the steps
 * @param question the funnel
 */
public record CountingUnits(EventLog log, Conditions conditions, FunnelQuestion question) {
    /** Takes one unit after another. */
    public interface Each {
        /** @param match over the trail; it reached nothing where it is still open */
        void unit(int person, EventSequence trail, Match match);
    }

    public void each(Shard shard, Each each) {
        if (question.isPlain()) {
            new OrderedTraversal(this, shard, each).go();
        } else {
            byTrails(shard, each);
        }
    }

    private void byTrails(Shard shard, Each each) {
        Matcher matcher = Matcher.of(question);
        Match match = new Match(question.steps().size());
        new SequenceReader(this).each(shard, matcher, (person, trail) -> {
            if (question.unit() == Unit.ATTEMPTS) {
                attempts(matcher, person, trail, match, each);
            } else {
                matcher.best(trail, match);
                int open = trail.nextOpen(0);
                if (match.deepest == Match.NONE && open < trail.size) {
                    match.entry = open;
                }
                if (match.entry != Match.NONE) {
                    each.unit(person, trail, match);
                }
            }
        });
    }

    private static void attempts(Matcher matcher, int person, EventSequence trail, Match match, Each each) {
        for (int entry = 0; entry < trail.size; entry++) {
            if (matcher.isEntry(trail, entry)) {
                matcher.from(trail, entry, Matcher.endOfAttempt(trail, entry), match);
                each.unit(person, trail, match);
            } else if (trail.isOpen[entry]) {
                match.clear();
                match.entry = entry;
                each.unit(person, trail, match);
            }
        }
    }
}
