package coldtide.server.filter;

import coldtide.core.filter.EventCondition;
import coldtide.core.filter.PersonCondition;
import coldtide.core.funnel.FunnelPeople;
import coldtide.core.funnel.FunnelPeople.Are;
import coldtide.core.funnel.match.FunnelQuestion;
import coldtide.core.funnel.match.FunnelStep;
import coldtide.core.funnel.match.Order;
import coldtide.core.funnel.match.Unit;
import java.time.Duration;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;

/**
 * Reads funnels, and the people of their steps. People number steps from 1.
 *
 * @param event reads a condition on events
 * @param known gives a property back that stands in a field of a part, if it was ever received
 */
record FunnelReader(Function<ConditionJson, EventCondition> event, Known known) {
    /** Refuses properties that are not there. */
    interface Known {
        String property(ConditionJson part, String field, String property);
    }

    PersonCondition people(ConditionJson part) {
        part.only("funnel", "reached", "lostAt", "open");
        ConditionJson inner = part.inner("funnel");
        FunnelQuestion question = inner.made(() -> funnel(inner));
        if (part.has("reached")) {
            return new FunnelPeople(question, step(part, "reached"), Are.REACHED).condition();
        }
        if (part.has("lostAt")) {
            return new FunnelPeople(question, step(part, "lostAt"), Are.LOST).condition();
        }
        part.word("open", Set.of("true"));
        return new FunnelPeople(question, 0, Are.OPEN).condition();
    }

    private static int step(ConditionJson part, String name) {
        return (int) part.whole(name, 0) - 1;
    }

    FunnelQuestion funnel(ConditionJson part) {
        part.only("range", "steps", "order", "counting", "window", "hold");
        List<FunnelStep> steps =
                part.has("steps") ? part.list("steps", each -> each.made(() -> step(each))) : List.of();
        return FunnelQuestion.of(
                        part.inner("range").only("from", "to").range(),
                        part.has("window") ? part.duration("window") : FunnelQuestion.USUAL_WINDOW,
                        steps)
                .in(part.oneOf("order", Order.class, Order.IN_ORDER))
                .counting(part.oneOf("counting", Unit.class, Unit.PEOPLE))
                .holding(held(part));
    }

    private String[] held(ConditionJson part) {
        return part.has("hold")
                ? part.texts("hold").stream()
                        .map(property -> known.property(part, "hold", property))
                        .toArray(String[]::new)
                : new String[0];
    }

    private FunnelStep step(ConditionJson part) {
        part.only("name", "what", "optional", "forbidden", "least", "most");
        return new FunnelStep(
                part.text("name"),
                event.apply(part.inner("what")),
                part.has("optional")
                        && part.word("optional", Set.of("true", "false")).equals("true"),
                part.has("forbidden") ? Optional.of(event.apply(part.inner("forbidden"))) : Optional.empty(),
                part.has("least") ? part.duration("least") : Duration.ZERO,
                part.has("most") ? Optional.of(part.duration("most")) : Optional.empty());
    }
}
