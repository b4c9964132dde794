package coldtide.server.store;

import static org.assertj.core.api.Assertions.assertThat;

import coldtide.core.log.EventLog;
import coldtide.core.log.rule.Money;
import coldtide.core.log.rule.RevenueType;
import coldtide.server.Application;
import coldtide.server.engine.Engine;
import coldtide.server.store.app.App;
import coldtide.server.store.app.AppRepository;
import coldtide.server.store.event.EventReader;
import coldtide.server.store.event.EventWriter;
import coldtide.server.store.event.IncomingEvent;
import java.sql.Connection;
import java.sql.SQLException;
import java.sql.Statement;
import java.time.Instant;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.SplittableRandom;
import java.util.concurrent.atomic.AtomicLong;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

@ExtendWith(Application.class)
class RebuiltLogTest {
    @Test
    void theLogIsDerivedAndCanBeReadAgain() {
        App app = Application.part(AppRepository.class)
                .findByKeyAndDeletedIsNull("gullcombe")
                .orElseThrow();
        EventLog inUse = Application.part(Engine.class).log(app).orElseThrow();
        AtomicLong progress = new AtomicLong();
        EventLog again = Application.part(EventReader.class)
                .begin(app)
                .readOn(progress::set)
                .orElseThrow();
        assertThat(again.sameAs(inUse)).isTrue();
        assertThat(again.events()).isPositive();
    }

    private static EventLog read(EventReader.Reading reading) {
        return reading.readOn(rows -> {}).orElseThrow();
    }

    @Test
    void aLogOpenedFromItsBlocksIsTheLogOfTheRowsAndGoesOn() {
        App app = Application.part(AppRepository.class)
                .save(new App("sealed", "Sealed", ZoneId.of("Europe/Lisbon"), "EUR", 400));
        EventWriter writer = Application.part(EventWriter.class);
        EventReader reader = Application.part(EventReader.class);
        writer.open(app);
        writer.merge(app, events(0, 3_000));
        EventReader.Reading first = reader.beginSealed(app);
        EventLog whole = read(first);
        assertThat(first.eventsSinceSealed()).isEqualTo(3_000);
        first.seal().orElseThrow().run();
        assertThat(first.seal()).as("nothing new").isEmpty();

        EventReader.Reading opened = reader.beginSealed(app);
        assertThat(read(opened).sameAs(whole)).isTrue();
        assertThat(opened.eventsSinceSealed()).as("read from blocks").isZero();

        writer.merge(app, events(3_000, 4_000));
        EventLog more = read(opened);
        assertThat(opened.eventsSinceSealed()).isEqualTo(1_000);
        opened.seal().orElseThrow().run();
        assertThat(more.sameAs(read(reader.begin(app)))).isTrue();
        assertThat(more.sameAs(read(reader.beginSealed(app)))).isTrue();
    }

    @Test
    void aLogOfOtherSettingsIsSealedAnewAndOpensWithoutBeingBuiltAgain() {
        AppRepository apps = Application.part(AppRepository.class);
        App app = apps.save(new App("settled", "Settled", ZoneId.of("Europe/Lisbon"), "EUR", 400));
        EventWriter writer = Application.part(EventWriter.class);
        EventReader reader = Application.part(EventReader.class);
        writer.open(app);
        writer.merge(app, events(0, 800));
        EventReader.Reading first = reader.beginSealed(app);
        EventLog before = read(first);
        first.seal().orElseThrow().run();
        app.countActivity(before.eventNames().get(0), false);
        apps.save(app);

        EventLog other = read(first);
        assertThat(other.sameAs(before)).isFalse();
        assertThat(first.isBuiltAnew()).isTrue();
        first.seal().orElseThrow().run();
        assertThat(first.seal()).as("nothing new").isEmpty();
        EventReader.Reading opened = reader.beginSealed(app);
        assertThat(read(opened).sameAs(other)).isTrue();
        assertThat(opened.isBuiltAnew()).isFalse();
        assertThat(read(reader.begin(app)).sameAs(other)).isTrue();

        app.countActivity(before.eventNames().get(0), true);
        apps.save(app);
        EventReader.Reading later = reader.beginSealed(app);
        assertThat(read(later).sameAs(before)).isTrue();
        assertThat(later.isBuiltAnew())
                .as("opened from what other settings built")
                .isTrue();
    }

    @Test
    void blocksThatAreNotWholeAreOfNoUseAndTheRowsAreRead() throws SQLException {
        App app = Application.part(AppRepository.class)
                .save(new App("spoilt", "Spoilt", ZoneId.of("Europe/Lisbon"), "EUR", 400));
        EventWriter writer = Application.part(EventWriter.class);
        EventReader reader = Application.part(EventReader.class);
        writer.open(app);
        writer.merge(app, events(0, 200));
        EventReader.Reading first = reader.beginSealed(app);
        EventLog whole = read(first);
        first.seal().orElseThrow().run();
        try (Connection connection = Application.sql();
                Statement statement = connection.createStatement()) {
            statement.execute("update sealed_block set columns = substr(columns, 1, 500) where app_id = " + app.id());
        }
        EventReader.Reading again = reader.beginSealed(app);
        assertThat(read(again).sameAs(whole)).isTrue();
        assertThat(again.eventsSinceSealed()).isEqualTo(200);
    }

    /** Blocks are known by their numbers, and those of a log read anew begin at the same ones. */
    @Test
    void whatWasSealedInAnotherFormIsReplacedAndNotMixed() throws SQLException {
        App app = Application.part(AppRepository.class)
                .save(new App("former", "Former", ZoneId.of("Europe/Lisbon"), "EUR", 400));
        EventWriter writer = Application.part(EventWriter.class);
        EventReader reader = Application.part(EventReader.class);
        writer.open(app);
        writer.merge(app, events(0, 500));
        EventReader.Reading former = reader.beginSealed(app);
        read(former);
        former.seal().orElseThrow().run();
        try (Connection connection = Application.sql();
                Statement statement = connection.createStatement()) {
            statement.execute("update sealed_log set format = 0 where app_id = " + app.id());
        }
        writer.merge(app, events(500, 900));
        EventReader.Reading fresh = reader.beginSealed(app);
        EventLog whole = read(fresh);
        assertThat(fresh.eventsSinceSealed()).isEqualTo(900);
        fresh.seal().orElseThrow().run();
        assertThat(read(reader.beginSealed(app)).sameAs(whole)).isTrue();
    }

    /** Of people with an account and without, on devices that change hands, with money and properties. */
    private static List<IncomingEvent> events(int from, int to) {
        SplittableRandom random = new SplittableRandom(from);
        List<IncomingEvent> events = new ArrayList<>();
        Instant first = Instant.parse("2026-03-20T00:00:00Z");
        for (int i = from; i < to; i++) {
            boolean pays = i % 9 == 0;
            events.add(new IncomingEvent(
                    "test",
                    "e" + i,
                    pays ? "purchase" : List.of("app_open", "beacon_lit").get(i % 2),
                    first.plusSeconds(random.nextInt(40 * 86_400)),
                    first.plusSeconds(41 * 86_400L + i),
                    "phone-" + random.nextInt(90),
                    i % 4 == 0 ? Optional.of("account-" + random.nextInt(60)) : Optional.empty(),
                    Map.of("platform", i % 3 == 0 ? "ios" : "android", "country", i % 5 == 0 ? "PT" : "ES"),
                    pays ? Optional.of(new Money(4_990_000, "EUR", RevenueType.PURCHASE)) : Optional.empty(),
                    i % 2 == 0 ? Map.of() : Map.of("level", i % 14, "x", 62.4, "item", "rope \"5\"", "rare", true)));
        }
        return events;
    }
}
