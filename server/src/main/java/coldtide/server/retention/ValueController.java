package coldtide.server.retention;

import coldtide.core.channel.ChannelRules;
import coldtide.core.channel.Costs;
import coldtide.core.filter.EventCondition;
import coldtide.core.filter.PersonCondition;
import coldtide.core.filter.PersonCondition.Which;
import coldtide.core.measure.MeasureAnswer.Kind;
import coldtide.core.retention.RetentionAnswer.Group;
import coldtide.core.retention.cohort.Cohort;
import coldtide.core.retention.cohort.CohortDefinition;
import coldtide.core.retention.cohort.Start;
import coldtide.core.retention.value.ValueAnalysis;
import coldtide.core.retention.value.ValueAnswer;
import coldtide.core.retention.value.ValueMetric;
import coldtide.core.retention.value.ValueQuestion;
import coldtide.core.stats.Mean;
import coldtide.server.engine.QueryService;
import coldtide.server.engine.QueryService.Answered;
import coldtide.server.engine.QueryService.Asked;
import coldtide.server.filter.ConditionReader;
import coldtide.server.http.Problem;
import coldtide.server.store.channel.ChannelCost;
import coldtide.server.store.channel.ChannelCostRepository;
import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalLong;
import org.springframework.http.MediaType;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RestController;
import tools.jackson.databind.JsonNode;

/** Answers over HTTP what people had brought by each age. */
@RestController
class ValueController {
    private final QueryService asking;
    private static final Costs NOTHING = new Costs(List.of());

    private final ChannelCostRepository costs;

    ValueController(QueryService asking, ChannelCostRepository costs) {
        this.asking = asking;
        this.costs = costs;
    }

    /**
     * What is added up.
     *
     * @param what a condition on events, where they are counted
     * @param property where a number is summed
     */
    record WorthAsk(
            @NotNull ValueMetric.Kind kind,

            @Schema(
                    types = {"object", "null"},
                    implementation = Map.class)
            JsonNode what,

            @Schema(types = {"string", "null"}) String property) {
        ValueMetric worth(Asked asked, ConditionReader reader) {
            if (property != null && !asked.log().hasNumbers(property)) {
                throw Problem.badField("worth.property", "No event has a number named \"" + property + "\".");
            }
            return new ValueMetric(
                    kind,
                    FollowingAsk.events(reader, what, "worth.what").orElse(EventCondition.ANY),
                    property == null ? "" : property);
        }
    }

    /**
     * The question.
     *
     * @param ages the last age
     * @param among a condition on people; null for everybody
     * @param split null for none
     * @param lenient whether what is not there is left out and said
     */
    record ValueAsk(
            @NotNull @Valid FollowingAsk following,
            int ages,
            @NotNull @Valid WorthAsk worth,

            @Schema(
                    types = {"object", "null"},
                    implementation = Map.class)
            JsonNode among,

            @Schema(
                    types = {"object", "null"},
                    implementation = SplitAsk.class)
            @Valid
            SplitAsk split,

            @Schema(types = {"boolean", "null"}) Boolean lenient) {
        ValueQuestion question(Asked asked, ConditionReader reader) {
            return new ValueQuestion(
                    following.following(reader),
                    ages,
                    worth.worth(asked, reader),
                    reader.among(among),
                    SplitAsk.of(split, reader));
        }

        /** Whether groups are new people by their channel, so that what a channel cost was paid for its group. */
        private boolean isByChannel() {
            return split != null && ChannelRules.CHANNEL.equals(split.property()) && split.value() != Which.LATEST;
        }
    }

    /**
     * What was brought.
     *
     * @param currency null where it is no money
     * @param sums by cohort and age, of all its members together
     * @param pooled by age, of each member
     * @param lines by group and age
     * @param costs by group: what one new person cost, in the app's currency; null where that is not known
     * @param costOfAll what all channels that cost something did, for each new person whatever brought them; null where that is not
     *     known of each of these channels for every day
     * @param withoutRate amounts in no sum since their currency had no rate on the day
     */
    record ValueView(
            @Schema(types = {"string", "null"}) String currency,
            List<CohortView> cohorts,
            List<List<Double>> sums,
            List<MeanView> pooled,
            List<FollowedGroup> groups,
            List<List<MeanView>> lines,
            @Schema(types = {"array", "null"}) List<CostView> costs,
            @Schema(types = {"number", "null"}) Double costOfAll,
            long withoutRate,
            List<String> events,
            List<String> leftOut) {}

    /** Cost of one new user. */
    record CostView(@Schema(types = {"number", "null"}) Double each) {}

    /** Mean per user: no value without users, no interval for one user. */
    record MeanView(
            long people,
            @Schema(types = {"number", "null"}) Double value,
            @Schema(types = {"number", "null"}) Double low,
            @Schema(types = {"number", "null"}) Double high) {
        static List<MeanView> of(List<Optional<Mean>> line) {
            return line.stream()
                    .map(mean -> new MeanView(
                            mean.map(Mean::people).orElse(0L),
                            mean.map(Mean::value).orElse(null),
                            mean.map(Mean::low).filter(Double::isFinite).orElse(null),
                            mean.map(Mean::high).filter(Double::isFinite).orElse(null)))
                    .toList();
        }
    }

    @PostMapping(path = "/api/apps/{app}/retention/value", produces = MediaType.APPLICATION_JSON_VALUE)
    Answered<ValueView> ask(@PathVariable String app, @Valid @RequestBody ValueAsk ask) {
        return asking.ask(app, asked -> {
            ConditionReader reader = asked.reader(ask.lenient());
            ValueQuestion question = ask.question(asked, reader);
            ValueAnswer answer = ValueAnalysis.answer(asked.log(), asked.runner(), asked.conditions(), question);
            boolean money = question.worth().kind().isMoney();
            // What was spent on new people was spent on all of them.
            boolean paid = money
                    && question.following().start().equals(Start.ARRIVAL)
                    && question.among().equals(PersonCondition.EVERYBODY);
            Costs spent = paid ? Costs.of(costs.ofApp(asked.app().id()).stream().map(ChannelCost::paid)) : NOTHING;
            return new ValueView(
                    money ? asked.log().settings().rates().target() : null,
                    CohortView.of(answer.cohorts()),
                    answer.sums(),
                    MeanView.of(answer.all()),
                    FollowedGroup.of(answer.groups()),
                    answer.lines().stream().map(MeanView::of).toList(),
                    paid && ask.isByChannel() ? costs(asked, question.following(), answer.groups(), spent) : null,
                    costOfAll(asked, question.following(), answer.cohorts(), spent),
                    answer.withoutRate(),
                    RetentionView.names(asked),
                    reader.leftOut());
        });
    }

    private static List<CostView> costs(Asked asked, CohortDefinition following, List<Group> groups, Costs spent) {
        return groups.stream()
                .map(group -> new CostView(cost(asked, following, group, spent)))
                .toList();
    }

    private static Double cost(Asked asked, CohortDefinition following, Group group, Costs spent) {
        if (group.part().kind() != Kind.VALUE || group.size() == 0) {
            return null;
        }
        Costs.Cost cost = spent.of(
                group.part().value().orElseThrow(),
                following.range(),
                asked.log().settings().rates());
        return cost.isWhole(following.range()) ? each(cost.micros(), group.size()) : null;
    }

    private static Double costOfAll(Asked asked, CohortDefinition following, List<Cohort> cohorts, Costs spent) {
        long people = cohorts.stream().mapToLong(Cohort::size).sum();
        OptionalLong micros =
                spent.ofAll(following.range(), asked.log().settings().rates());
        return people == 0 || micros.isEmpty() ? null : each(micros.getAsLong(), people);
    }

    private static double each(long micros, long people) {
        return micros / 1e6 / people;
    }
}
