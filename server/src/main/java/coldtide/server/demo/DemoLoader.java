package coldtide.server.demo;

import coldtide.core.log.Money;
import coldtide.core.log.RevenueType;
import coldtide.server.access.DemoAccount;
import coldtide.server.store.Ahead;
import coldtide.server.store.App;
import coldtide.server.store.AppRepository;
import coldtide.server.store.EventWriter;
import coldtide.server.store.ExchangeRate;
import coldtide.server.store.ExchangeRateRepository;
import coldtide.server.store.IncomingEvent;
import coldtide.server.store.Mark;
import coldtide.server.store.MarkRepository;
import coldtide.server.store.Release;
import coldtide.server.store.ReleaseRepository;
import coldtide.world.AppRelease;
import coldtide.world.Campaign;
import coldtide.world.Rates;
import coldtide.world.Scenario;
import coldtide.world.World;
import coldtide.world.WorldEvent;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.boot.ApplicationArguments;
import org.springframework.boot.ApplicationRunner;
import org.springframework.boot.context.properties.ConfigurationProperties;
import org.springframework.boot.context.properties.bind.DefaultValue;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;

/** Makes the demo world and loads it, all or nothing: a start broken off in between begins again. */
@Component
@Order(2)
class DemoLoader implements ApplicationRunner {
    private static final Logger LOG = LoggerFactory.getLogger(DemoLoader.class);
    private static final int BATCH_EVENTS = 20_000;

    /**
     * The settings of the demo.
     *
     * @param load whether to have it at all
     * @param end its last day; yesterday if not given
     */
    @ConfigurationProperties("coldtide.demo")
    record Settings(
            @DefaultValue("false") boolean load,
            @DefaultValue("45000") int people,
            @DefaultValue("26") int weeks,
            Optional<LocalDate> end) {
        Scenario scenario() {
            LocalDate yesterday = LocalDate.now(Scenario.ZONE).minusDays(1);
            return Scenario.of(people, weeks, end.orElse(yesterday));
        }
    }

    private final Settings settings;
    private final DemoAccount account;
    private final AppRepository apps;
    private final ReleaseRepository releases;
    private final MarkRepository marks;
    private final ExchangeRateRepository rates;
    private final EventWriter writer;
    private final TransactionTemplate transactions;

    DemoLoader(
            Settings settings,
            DemoAccount account,
            AppRepository apps,
            ReleaseRepository releases,
            MarkRepository marks,
            ExchangeRateRepository rates,
            EventWriter writer,
            TransactionTemplate transactions) {
        this.settings = settings;
        this.account = account;
        this.apps = apps;
        this.releases = releases;
        this.marks = marks;
        this.rates = rates;
        this.writer = writer;
        this.transactions = transactions;
    }

    @Override
    public void run(ApplicationArguments arguments) {
        if (!settings.load()) {
            return;
        }
        if (apps.findByKey(Scenario.APP).isEmpty()) {
            load(new World(settings.scenario()));
        }
        account.create();
    }

    private void load(World world) {
        LOG.info(
                "Making the demo world: {} people over {} weeks.",
                world.scenario().people(),
                world.scenario().weeks());
        long began = System.nanoTime();
        long events = transactions.execute(status -> {
            App app = apps.save(new App(
                    Scenario.APP, Scenario.APP_NAME, Scenario.ZONE, Scenario.CURRENCY, App.USUAL_LATE_LIMIT_DAYS));
            world.releases().forEach(release -> releases.save(release(app, release)));
            world.campaigns().forEach(campaign -> marks.save(mark(app, campaign)));
            world.holiday().ifPresent(day -> marks.save(holiday(app, day)));
            rates.saveAll(Rates.of(world.scenario()).stream()
                    .map(rate -> new ExchangeRate(app.id(), rate.currency(), rate.day(), rate.rate()))
                    .toList());
            try (Ahead<List<IncomingEvent>> batches = new Ahead<>("demo-world", into -> batches(world, into))) {
                return writer.fill(app, batches, DemoLoader::tell);
            }
        });
        LOG.info("The demo world is loaded: {} events in {} s.", events, (System.nanoTime() - began) / 1_000_000_000);
    }

    private static void batches(World world, Ahead.Into<List<IncomingEvent>> into) throws InterruptedException {
        List<IncomingEvent> batch = new ArrayList<>(BATCH_EVENTS);
        world.eachPerson(person -> {
            person.forEach(event -> batch.add(incoming(event)));
            if (batch.size() >= BATCH_EVENTS) {
                put(batch, into);
            }
        });
        into.put(batch);
    }

    private static void put(List<IncomingEvent> batch, Ahead.Into<List<IncomingEvent>> into) {
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

    private static Mark mark(App app, Campaign campaign) {
        return new Mark(
                app.id(),
                Mark.Kind.CAMPAIGN,
                campaign.name(),
                campaign.firstDay().atStartOfDay(Scenario.ZONE).toInstant(),
                Optional.of(campaign.end().atStartOfDay(Scenario.ZONE).toInstant()));
    }

    private static Mark holiday(App app, LocalDate day) {
        return new Mark(
                app.id(),
                Mark.Kind.HOLIDAY,
                "Great Lamp Day",
                day.atStartOfDay(Scenario.ZONE).toInstant(),
                Optional.of(day.plusDays(1).atStartOfDay(Scenario.ZONE).toInstant()));
    }

    private static Release release(App app, AppRelease release) {
        return new Release(
                app.id(),
                release.version(),
                release.platform(),
                Integer.toString(release.build()),
                release.steps().stream()
                        .map(step -> new Release.Step(step.from(), step.share()))
                        .toList());
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
