package coldtide.server.channels;

import coldtide.core.channel.Arrivals;
import coldtide.core.channel.ChannelRule;
import coldtide.core.channel.ChannelRules;
import coldtide.core.channel.Costs;
import coldtide.core.time.DayRange;
import coldtide.server.access.Audit;
import coldtide.server.apps.Apps;
import coldtide.server.engine.Engine;
import coldtide.server.engine.QueryService;
import coldtide.server.engine.QueryService.Answered;
import coldtide.server.http.Problem;
import coldtide.server.store.app.App;
import coldtide.server.store.channel.ChannelCost;
import coldtide.server.store.channel.ChannelCostRepository;
import coldtide.server.store.channel.ChannelRuleRepository;
import coldtide.server.store.channel.StoredChannelRule;
import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import java.time.LocalDate;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.springframework.http.MediaType;
import org.springframework.transaction.support.TransactionTemplate;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;
import tools.jackson.databind.JsonNode;

/** Channels over HTTP: the rules, what channels cost, and by which of them people came. */
@RestController
@RequestMapping(path = "/api/apps/{app}/channels", produces = MediaType.APPLICATION_JSON_VALUE)
class ChannelController {
    private final Apps apps;
    private final ChannelRuleRepository rules;
    private final ChannelCostRepository costs;
    private final Engine engine;
    private final QueryService asking;
    private final Audit audit;
    private final TransactionTemplate transaction;

    ChannelController(
            Apps apps,
            ChannelRuleRepository rules,
            ChannelCostRepository costs,
            Engine engine,
            QueryService asking,
            Audit audit,
            TransactionTemplate transaction) {
        this.apps = apps;
        this.rules = rules;
        this.costs = costs;
        this.engine = engine;
        this.asking = asking;
        this.audit = audit;
        this.transaction = transaction;
    }

    /** The rules in their order, and of which channels a cost is known. */
    record ChannelsView(List<RuleView> rules, List<KnownCosts> costs) {}

    /** @param said the rule in words, as people who came by it have it in {@code arrival_rule} */
    record RuleView(RuleEntry rule, String said) {}

    /** A rule as it is entered. */
    record RuleEntry(
            @NotNull ChannelRule.Kind kind,
            @NotNull String property,
            @NotNull ChannelRule.Test test,
            @NotNull String value,
            @NotNull String channel) {
        ChannelRule rule() {
            return new ChannelRule(kind, property, test, value.strip(), channel.strip());
        }
    }

    /** The costs of one channel. */
    record KnownCosts(String channel, long days, LocalDate first, LocalDate last) {}

    /** All rules; those before are no more. */
    record RuleList(@NotNull List<@Valid RuleEntry> rules) {}

    /** A file of costs, as text. */
    record CostText(@NotBlank String text) {}

    /**
     * The question for new people by channel.
     *
     * @param compared the range that stands beside it
     * @param among a condition on people (docs/condition-format.md); null for everybody
     * @param lenient whether what is not there is left out
     */
    record ArrivalsAsk(
            @NotNull DayRange range,
            @NotNull DayRange compared,

            @Schema(
                    types = {"object", "null"},
                    implementation = Map.class)
            JsonNode among,

            @Schema(types = {"boolean", "null"}) Boolean lenient) {}

    @GetMapping
    ChannelsView list(@PathVariable String app) {
        int id = apps.require(app).id();
        Map<String, List<ChannelCost>> byChannel = costs.ofApp(id).stream()
                .collect(Collectors.groupingBy(ChannelCost::channel, LinkedHashMap::new, Collectors.toList()));
        return new ChannelsView(
                rules.ofApp(id).stream()
                        .map(StoredChannelRule::rule)
                        .map(ChannelController::view)
                        .toList(),
                byChannel.entrySet().stream()
                        .map(each -> known(each.getKey(), each.getValue()))
                        .toList());
    }

    private static RuleView view(ChannelRule rule) {
        return new RuleView(
                new RuleEntry(rule.kind(), rule.property(), rule.test(), rule.value(), rule.channel()), rule.said());
    }

    private static KnownCosts known(String channel, List<ChannelCost> byDay) {
        return new KnownCosts(
                channel,
                byDay.size(),
                byDay.get(0).day(),
                byDay.get(byDay.size() - 1).day());
    }

    /** Everybody's channel follows before this answers. */
    @PutMapping("/rules")
    ChannelsView change(@PathVariable String app, @Valid @RequestBody RuleList list) {
        App of = apps.require(app);
        List<ChannelRule> changed = IntStream.range(0, list.rules().size())
                .mapToObj(i -> rule(i, list.rules().get(i)))
                .toList();
        try {
            new ChannelRules(changed);
        } catch (IllegalArgumentException tooMany) {
            throw Problem.badField("rules", tooMany.getMessage());
        }
        transaction.executeWithoutResult(status -> {
            rules.removeAll(of.id());
            rules.saveAll(IntStream.range(0, changed.size())
                    .mapToObj(i -> new StoredChannelRule(of.id(), i, changed.get(i)))
                    .toList());
            audit.note(of, "channel rules changed", changed.size() + " rules");
        });
        engine.refresh(of);
        return list(app);
    }

    private static ChannelRule rule(int index, RuleEntry entry) {
        try {
            return entry.rule();
        } catch (IllegalArgumentException fault) {
            throw Problem.badField("rules", "Rule " + (index + 1) + ": " + fault.getMessage());
        }
    }

    /** All of a file or nothing; a cost of a channel and day that has one already takes its place. */
    @PostMapping("/costs")
    ChannelsView bring(@PathVariable String app, @Valid @RequestBody CostText file) {
        App of = apps.require(app);
        List<ChannelCost> read = CostFile.read(of, file.text());
        transaction.executeWithoutResult(status -> {
            costs.saveAll(read);
            audit.note(of, "channel costs brought", read.size() + " costs");
        });
        return list(app);
    }

    @PostMapping("/arrivals")
    Answered<Arrivals> arrivals(@PathVariable String app, @Valid @RequestBody ArrivalsAsk ask) {
        return asking.ask(app, asked -> {
            Costs paid = Costs.of(costs.ofApp(asked.app().id()).stream().map(ChannelCost::paid));
            return Arrivals.of(
                    asked.log(),
                    asked.runner(),
                    asked.conditions(),
                    asked.reader(ask.lenient()).among(ask.among()),
                    paid,
                    ask.range(),
                    ask.compared());
        });
    }
}
