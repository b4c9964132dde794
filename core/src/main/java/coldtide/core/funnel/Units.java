package coldtide.core.funnel;

import coldtide.core.log.EventLog;
import coldtide.core.log.Shard;
import coldtide.core.who.Conditions;

/** Every unit that went into a funnel, with its best attempt: what all that is asked of a funnel goes through. */
record Units(EventLog log, Conditions conditions, FunnelQuestion question) {
    /** Takes one unit after another. */
    interface Each {
        /** @param match over the trail; it reached nothing where it is still open */
        void unit(int person, Trail trail, Match match);
    }

    void each(Shard shard, Each each) {
        if (question.isPlain()) {
            new PlainWalk(this, shard, each).go();
        } else {
            byTrails(shard, each);
        }
    }

    private void byTrails(Shard shard, Each each) {
        Matcher matcher = Matcher.of(question);
        Match match = new Match(question.steps().size());
        new Trails(this).each(shard, matcher, (person, trail) -> {
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

    private static void attempts(Matcher matcher, int person, Trail trail, Match match, Each each) {
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
