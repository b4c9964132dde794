package coldtide.server.who;

import coldtide.core.funnel.FunnelPeople;
import coldtide.core.funnel.FunnelPeople.Are;
import coldtide.core.funnel.FunnelQuestion;
import coldtide.core.funnel.FunnelStep;
import coldtide.core.funnel.Order;
import coldtide.core.funnel.Unit;
import coldtide.core.who.EventCondition;
import coldtide.core.who.PersonCondition;
import java.time.Duration;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;

/** Reads funnels, and the people of their steps. People number steps from 1. */
final class FunnelReader {
    private FunnelReader() {}

    /** @param event reads a condition on events */
    static PersonCondition people(Part part, Function<Part, EventCondition> event) {
        part.only("funnel", "reached", "lostAt", "open");
        Part inner = part.inner("funnel");
        FunnelQuestion question = inner.made(() -> funnel(inner, event));
        if (part.has("reached")) {
            return new FunnelPeople(question, step(part, "reached"), Are.REACHED).condition();
        }
        if (part.has("lostAt")) {
            return new FunnelPeople(question, step(part, "lostAt"), Are.LOST).condition();
        }
        part.word("open", Set.of("true"));
        return new FunnelPeople(question, 0, Are.OPEN).condition();
    }

    private static int step(Part part, String name) {
        return (int) part.whole(name, 0) - 1;
    }

    static FunnelQuestion funnel(Part part, Function<Part, EventCondition> event) {
        part.only("range", "steps", "order", "counting", "window", "hold");
        List<FunnelStep> steps =
                part.has("steps") ? part.list("steps", each -> each.made(() -> step(each, event))) : List.of();
        return FunnelQuestion.of(
                        part.inner("range").only("from", "to").range(),
                        part.has("window") ? part.duration("window") : FunnelQuestion.USUAL_WINDOW,
                        steps)
                .in(part.oneOf("order", Order.class, Order.IN_ORDER))
                .counting(part.oneOf("counting", Unit.class, Unit.PEOPLE))
                .holding(part.has("hold") ? part.texts("hold").toArray(String[]::new) : new String[0]);
    }

    private static FunnelStep step(Part part, Function<Part, EventCondition> event) {
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
