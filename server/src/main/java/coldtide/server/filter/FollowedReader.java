package coldtide.server.filter;

import coldtide.core.filter.EventCondition;
import coldtide.core.filter.PersonCondition;
import coldtide.core.retention.churn.QuietPeople;
import coldtide.core.retention.churn.QuietPeople.Are;
import coldtide.core.retention.cohort.Ages;
import coldtide.core.retention.cohort.CellPeople;
import coldtide.core.retention.cohort.CellPeople.Back;
import coldtide.core.retention.cohort.Clock;
import coldtide.core.retention.cohort.CohortDefinition;
import coldtide.core.retention.cohort.Start;
import coldtide.core.retention.cohort.Start.Entry;
import coldtide.core.time.DayRange;
import coldtide.core.time.Grain;
import java.util.Optional;
import java.util.function.Function;

/** Reads whom cells of a retention triangle and points of a curve of who is still there count. */
final class FollowedReader {
    private FollowedReader() {}

    /** @param event reads a condition on events */
    static PersonCondition people(ConditionJson part, Function<ConditionJson, EventCondition> event) {
        return part.has("quiet")
                ? quiet(part, event).condition()
                : cell(part, event).condition();
    }

    private static QuietPeople quiet(ConditionJson part, Function<ConditionJson, EventCondition> event) {
        part.only("followed", "quiet");
        ConditionJson quiet = part.inner("quiet").only("days", "onDay", "are");
        return new QuietPeople(
                following(part.inner("followed"), event),
                (int) quiet.whole("days", 0),
                (int) quiet.whole("onDay", 0),
                quiet.oneOf("are", Are.class, null));
    }

    private static CellPeople cell(ConditionJson part, Function<ConditionJson, EventCondition> event) {
        part.only("followed", "cohorts", "cameBack", "stayedAway");
        CohortDefinition following = following(part.inner("followed"), event);
        DayRange cohorts = part.has("cohorts")
                ? part.inner("cohorts").only("from", "to").range()
                : new DayRange(
                        following.grain().startOf(following.range().from()),
                        following.range().to());
        if (part.has("cameBack") && part.has("stayedAway")) {
            throw part.fault("has both cameBack and stayedAway");
        }
        Optional<Back> back = part.has("cameBack")
                ? Optional.of(back(part.inner("cameBack"), true, event))
                : part.has("stayedAway") ? Optional.of(back(part.inner("stayedAway"), false, event)) : Optional.empty();
        return new CellPeople(following, cohorts, back);
    }

    private static CohortDefinition following(ConditionJson part, Function<ConditionJson, EventCondition> event) {
        part.only("range", "grain", "start", "entry", "clock");
        return new CohortDefinition(
                part.inner("range").only("from", "to").range(),
                part.oneOf("grain", Grain.class, null),
                part.oneOf("clock", Clock.class, Clock.CALENDAR),
                new Start(events(part, "start", event), part.oneOf("entry", Entry.class, Entry.FIRST_EVER)));
    }

    private static Back back(ConditionJson part, boolean came, Function<ConditionJson, EventCondition> event) {
        part.only("with", "fromAge", "toAge");
        int from = (int) part.whole("fromAge", 0);
        return new Back(events(part, "with", event), new Ages(from, (int) part.whole("toAge", from)), came);
    }

    private static Optional<EventCondition> events(
            ConditionJson part, String name, Function<ConditionJson, EventCondition> event) {
        return part.has(name) ? Optional.of(event.apply(part.inner(name))) : Optional.empty();
    }
}
