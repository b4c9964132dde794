package coldtide.server.demo;

import coldtide.core.channel.ChannelRule;
import coldtide.core.log.rule.Money;
import coldtide.core.log.rule.RevenueType;
import coldtide.server.access.DemoAccount;
import coldtide.server.store.StoredForms;
import coldtide.server.store.app.Annotation;
import coldtide.server.store.app.AnnotationRepository;
import coldtide.server.store.app.App;
import coldtide.server.store.app.AppRepository;
import coldtide.server.store.app.ExchangeRate;
import coldtide.server.store.app.ExchangeRateRepository;
import coldtide.server.store.app.FloorPlan;
import coldtide.server.store.app.FloorPlanRepository;
import coldtide.server.store.app.Release;
import coldtide.server.store.app.ReleaseRepository;
import coldtide.server.store.channel.ChannelCost;
import coldtide.server.store.channel.ChannelCostRepository;
import coldtide.server.store.channel.ChannelRuleRepository;
import coldtide.server.store.channel.SettlementRepository;
import coldtide.server.store.channel.SimulatedStore;
import coldtide.server.store.channel.SimulatedStoreRepository;
import coldtide.server.store.channel.StoredChannelRule;
import coldtide.server.store.channel.StoredSettlement;
import coldtide.server.store.definition.Behaviour;
import coldtide.server.store.definition.BehaviourRepository;
import coldtide.server.store.event.EventWriter;
import coldtide.server.store.event.IncomingEvent;
import coldtide.server.store.event.Prefetch;
import coldtide.server.store.intake.ImportRepository;
import coldtide.server.store.intake.RejectedRowWriter;
import coldtide.world.Settlement;
import coldtide.world.SettlementBook;
import coldtide.world.World;
import coldtide.world.WorldEvent;
import coldtide.world.WorldMark;
import coldtide.world.out.TowerPlan;
import coldtide.world.scenario.AppRelease;
import coldtide.world.scenario.Scenario;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Service;
import org.springframework.transaction.support.TransactionTemplate;
import tools.jackson.databind.json.JsonMapper;

/** Makes a world and loads it as an app of its own with all that an analyst would have named, all or nothing. */
@Service
public class DemoWorlds {
    private static final Logger LOG = LoggerFactory.getLogger(DemoWorlds.class);
    private static final int BATCH_EVENTS = 20_000;

    private static final String DEMO = "demo";
    /** The coordinates in which every tower is drawn. */
    private static final FloorPlan.Box WHOLE_TOWER = new FloorPlan.Box(0, 0, 100, 100);

    /** What an analyst of the world would name first. */
    private static final Map<String, Behaviour.Words> BEHAVIOURS = Map.of(
            "any play",
            new Behaviour.Words(
                    "What people come for.",
                    DEMO,
                    "{\"event\": [\"beacon_started\", \"lamp_trimmed\", \"storm_met\", \"part_traded\"]}",
                    false),
            "first beacon lit",
            new Behaviour.Words(
                    "The end of the first-time path.",
                    DEMO,
                    "{\"all\": [{\"event\": \"beacon_lit\"}, {\"property\": \"level\", \"is\": \"1\"}]}",
                    true));

    /** The letters of every month, whatever channel they were said to come by. */
    private static final ChannelRule LETTERS =
            new ChannelRule(ChannelRule.Kind.TAG, "campaign", ChannelRule.Test.CONTAINS, "letter", "coast_letter");

    private final AppRepository apps;
    private final ReleaseRepository releases;
    private final AnnotationRepository marks;
    private final BehaviourRepository behaviours;
    private final ExchangeRateRepository rates;
    private final ChannelRuleRepository channelRules;
    private final ChannelCostRepository costs;
    private final FloorPlanRepository plans;
    private final SettlementRepository settlements;
    private final SimulatedStoreRepository stores;
    private final EventWriter writer;
    private final ImportRepository imports;
    private final RejectedRowWriter heldBack;
    private final JsonMapper json;
    private final StoredForms forms;
    private final TransactionTemplate transactions;

    DemoWorlds(
            AppRepository apps,
            ReleaseRepository releases,
            AnnotationRepository marks,
            BehaviourRepository behaviours,
            ExchangeRateRepository rates,
            ChannelRuleRepository channelRules,
            ChannelCostRepository costs,
            FloorPlanRepository plans,
            SettlementRepository settlements,
            SimulatedStoreRepository stores,
            EventWriter writer,
            ImportRepository imports,
            RejectedRowWriter heldBack,
            JsonMapper json,
            StoredForms forms,
            TransactionTemplate transactions) {
        this.apps = apps;
        this.releases = releases;
        this.marks = marks;
        this.behaviours = behaviours;
        this.rates = rates;
        this.channelRules = channelRules;
        this.costs = costs;
        this.plans = plans;
        this.settlements = settlements;
        this.stores = stores;
        this.writer = writer;
        this.imports = imports;
        this.heldBack = heldBack;
        this.json = json;
        this.forms = forms;
        this.transactions = transactions;
    }

    /** An app with the scenario's key must not be there yet. */
    public void load(World world) {
        Scenario scenario = world.scenario();
        LOG.info(
                "Making the world of {}: {} people over {} weeks.",
                scenario.app().name(),
                scenario.people(),
                scenario.weeks());
        long began = System.nanoTime();
        long events = transactions.execute(status -> {
            App app = apps.save(new App(
                    scenario.app().key(),
                    scenario.app().name(),
                    scenario.zone(),
                    scenario.app().currency(),
                    App.USUAL_LATE_LIMIT_DAYS));
            List<Release> announced = scenario.releases().stream()
                    .map(release -> release(app, scenario, release))
                    .toList();
            announced.forEach(releases::save);
            stores.save(new SimulatedStore(app.id(), feed(announced)));
            world.marks().forEach(mark -> marks.save(mark(app, mark)));
            for (int level = 0; level < scenario.places().size(); level++) {
                String svg = TowerPlan.svg(scenario.places().get(level));
                plans.save(new FloorPlan(app.id(), level + 1, svg, WHOLE_TOWER, DEMO));
            }
            BEHAVIOURS.forEach((name, words) -> behaviours.save(new Behaviour(app.id(), name, words, DEMO)));
            rates.saveAll(world.rates().stream()
                    .map(rate -> new ExchangeRate(app.id(), rate.currency(), rate.day(), rate.rate()))
                    .toList());
            DemoFile file = new DemoFile(app, scenario, json, forms);
            channelRules.saveAll(List.of(new StoredChannelRule(app.id(), 0, LETTERS)));
            costs.saveAll(world.costs().stream()
                    .map(cost -> new ChannelCost(app.id(), cost.channel(), cost.day(), cost.amount(), app.currency()))
                    .toList());
            List<Settlement> settled = new ArrayList<>();
            try (Prefetch<List<IncomingEvent>> batches =
                    new Prefetch<>("demo-world", into -> settled.addAll(batches(world, file, into)))) {
                long filled = writer.fill(app, batches, DemoWorlds::tell);
                settlements.saveAll(
                        settled.stream().map(each -> settlement(app, each)).toList());
                file.keep(imports::save, heldBack, DemoAccount.NAME);
                return filled;
            }
        });
        LOG.info("The demo world is loaded: {} events in {} s.", events, (System.nanoTime() - began) / 1_000_000_000);
    }

    /** @return what the advert network settles meanwhile */
    private static List<Settlement> batches(World world, DemoFile file, Prefetch.Into<List<IncomingEvent>> into)
            throws InterruptedException {
        List<IncomingEvent> batch = new ArrayList<>(BATCH_EVENTS);
        SettlementBook book = world.eachPerson(person -> {
            for (WorldEvent event : person) {
                batch.add(incoming(event));
                file.see(event);
            }
            if (batch.size() >= BATCH_EVENTS) {
                put(batch, into);
            }
        });
        into.put(batch);
        return book.settlements();
    }

    private static void put(List<IncomingEvent> batch, Prefetch.Into<List<IncomingEvent>> into) {
        try {
            into.put(List.copyOf(batch));
            batch.clear();
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new IllegalStateException("Making the demo world was given up.", e);
        }
    }

    private static void tell(long events) {
        LOG.info("  {} events", String.format("%,d", events));
    }

    private static StoredSettlement settlement(App app, Settlement each) {
        return new StoredSettlement(
                app.id(), each.day(), each.platform(), each.adverts(), each.amount(), app.currency());
    }

    private static Annotation mark(App app, WorldMark mark) {
        return new Annotation(
                app.id(),
                Annotation.Kind.valueOf(mark.kind().name()),
                mark.name(),
                mark.firstDay().atStartOfDay(app.zone()).toInstant(),
                Optional.of(mark.end().atStartOfDay(app.zone()).toInstant()));
    }

    private static Release release(App app, Scenario scenario, AppRelease release) {
        return new Release(
                app.id(),
                release.version(),
                release.platform(),
                Integer.toString(release.build()),
                release.steps().stream()
                        .map(step -> new Release.Step(
                                scenario.at(release.day() + step.afterDays(), release.hour()), step.share()))
                        .toList());
    }

    /** As the store announces them. */
    private String feed(List<Release> announced) {
        return json.writeValueAsString(Map.of(
                "releases",
                announced.stream()
                        .map(release -> Map.of(
                                "version", release.version(),
                                "platform", release.platform(),
                                "build", release.build(),
                                "steps", release.steps()))
                        .toList()));
    }

    private static IncomingEvent incoming(WorldEvent event) {
        return new IncomingEvent(
                event.source(),
                event.id(),
                event.name(),
                Instant.ofEpochMilli(event.timeMillis()),
                Instant.ofEpochMilli(event.receivedMillis()),
                event.install(),
                event.account().isEmpty() ? Optional.empty() : Optional.of(event.account()),
                event.context().properties(),
                Optional.ofNullable(event.payment())
                        .map(payment -> new Money(
                                Money.microsOf(payment.amount()),
                                payment.currency(),
                                RevenueType.ofWord(payment.type()).orElseThrow())),
                event.properties());
    }
}
