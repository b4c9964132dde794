package coldtide.server.store.event;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import coldtide.core.log.EventLog;
import coldtide.core.log.rule.Money;
import coldtide.core.log.rule.RevenueType;
import coldtide.server.Application;
import coldtide.server.store.app.App;
import coldtide.server.store.app.AppRepository;
import coldtide.server.store.erasure.Eraser;
import coldtide.server.store.event.MergeResult.Outcome;
import java.sql.Connection;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.time.Instant;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.SplittableRandom;
import java.util.concurrent.atomic.AtomicInteger;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.springframework.transaction.support.TransactionTemplate;

@ExtendWith(Application.class)
class EventWriterTest {
    private static final AtomicInteger APPS = new AtomicInteger();
    private static final Instant NOON = Instant.parse("2026-06-01T12:00:00Z");

    private final EventWriter writer = Application.part(EventWriter.class);
    private final TransactionTemplate transactions = Application.part(TransactionTemplate.class);
    private App app;

    @BeforeEach
    void anAppOfItsOwn() {
        app = Application.part(AppRepository.class)
                .save(new App("writer-" + APPS.incrementAndGet(), "An app", ZoneId.of("UTC"), "EUR", 400));
        writer.open(app);
    }

    private static IncomingEvent event(String id, String install, String account) {
        return new IncomingEvent(
                "test",
                id,
                "app_open",
                NOON,
                NOON,
                install,
                Optional.ofNullable(account),
                Map.of("platform", "android"),
                Optional.empty(),
                Map.of());
    }

    private long count(String table) throws SQLException {
        try (Connection connection = Application.sql();
                Statement statement = connection.createStatement();
                ResultSet row =
                        statement.executeQuery("select count(*) from " + table + " where app_id = " + app.id())) {
            row.next();
            return row.getLong(1);
        }
    }

    @ParameterizedTest
    @ValueSource(longs = {1, 2, 3, 4, 5})
    void eachEventIsTakenOnceWhateverTheBatchesAndReadingOnIsReadingAtOnce(long seed) throws SQLException {
        SplittableRandom random = new SplittableRandom(seed);
        Set<String> ids = new HashSet<>();
        EventReader.Reading reading = Application.part(EventReader.class).begin(app);
        for (int batch = 0; batch < 12; batch++) {
            List<IncomingEvent> events = new ArrayList<>();
            for (int i = random.nextInt(20); i >= 0; i--) {
                String account = random.nextInt(3) == 0 ? "account-" + random.nextInt(8) : null;
                events.add(event("id-" + random.nextInt(200), "phone-" + random.nextInt(25), account));
            }
            List<Outcome> taken = writer.merge(app, events).outcomes();
            for (int i = 0; i < taken.size(); i++) {
                assertThat(taken.get(i) == Outcome.ACCEPTED)
                        .as("seed %s", seed)
                        .isEqualTo(ids.add(events.get(i).id()));
            }
            reading.readOn(rows -> {});
        }
        assertThat(count("event")).isEqualTo(ids.size());
        EventLog grown = reading.readOn(rows -> {}).orElseThrow();
        EventLog atOnce = Application.part(EventReader.class)
                .begin(app)
                .readOn(rows -> {})
                .orElseThrow();
        assertThat(grown.events()).isEqualTo(ids.size());
        assertThat(grown.sameAs(atOnce)).isTrue();
    }

    @Test
    void everythingOfAnEventIsKeptExactly() throws SQLException {
        IncomingEvent full = new IncomingEvent(
                "gullcombe/ios",
                "ид-1 \"quoted\"",
                "purchase",
                Instant.parse("1999-12-31T23:59:59.999Z"),
                Instant.parse("2026-06-01T12:00:00.123456Z"),
                "phone",
                Optional.of("ада"),
                Map.of("platform", "ios", "city", "São João \\ 東京"),
                Optional.of(new Money(4_990_001, "GBP", RevenueType.REFUND)),
                Map.of("level", 5, "note", "a\tb\nc\u0001", "ok", true));
        writer.merge(app, List.of(full));
        try (Connection connection = Application.sql();
                Statement statement = connection.createStatement();
                ResultSet row = statement.executeQuery("select e.*, c.properties ->> 'city' as city,"
                        + " a.key as account, e.properties ->> 'note' as note, (e.properties -> 'level')::int as level, n.name,"
                        + " extract(epoch from time) as seconds, to_char(received at time zone 'UTC', 'HH24:MI:SS.US') as at"
                        + " from event e join event_context c on c.id = e.context_id join event_name n on n.id = e.name_id"
                        + " join account a on a.id = e.account_id where e.app_id = " + app.id())) {
            assertThat(row.next()).isTrue();
            assertThat(row.getString("id")).isEqualTo("ид-1 \"quoted\"");
            assertThat(row.getString("source")).isEqualTo("gullcombe/ios");
            assertThat(row.getString("name")).isEqualTo("purchase");
            assertThat(row.getString("account")).isEqualTo("ада");
            assertThat(row.getBigDecimal("seconds")).isEqualByComparingTo("946684799.999");
            assertThat(row.getString("at")).isEqualTo("12:00:00.123456");
            assertThat(row.getLong("amount_micros")).isEqualTo(4_990_001);
            assertThat(row.getString("currency")).isEqualTo("GBP");
            assertThat(row.getString("revenue_type")).isEqualTo("refund");
            assertThat(row.getString("city")).isEqualTo("São João \\ 東京");
            assertThat(row.getString("note")).isEqualTo("a\tb\nc\u0001");
            assertThat(row.getInt("level")).isEqualTo(5);
            assertThat(row.next()).isFalse();
        }
    }

    @Test
    void contextsAreKeptOnceWhateverTheOrderOfTheirProperties() throws SQLException {
        Map<String, String> one = new java.util.LinkedHashMap<>();
        one.put("platform", "ios");
        one.put("country", "PT");
        Map<String, String> other = new java.util.LinkedHashMap<>();
        other.put("country", "PT");
        other.put("platform", "ios");
        List<IncomingEvent> events = new ArrayList<>();
        for (Map<String, String> context : List.of(one, other)) {
            IncomingEvent event = event("id-" + events.size(), "phone", null);
            events.add(new IncomingEvent(
                    event.source(),
                    event.id(),
                    event.name(),
                    event.time(),
                    event.received(),
                    event.install(),
                    event.account(),
                    context,
                    event.money(),
                    event.properties()));
        }
        writer.merge(app, events);
        assertThat(count("event_context")).isEqualTo(1);
        assertThat(count("event")).isEqualTo(2);
    }

    @Test
    void aTransactionThatFailsLeavesNothingAndTheNextOneKnowsIt() throws SQLException {
        assertThatThrownBy(() -> transactions.executeWithoutResult(status -> {
                    writer.merge(app, List.of(event("lost", "phone", "ada")));
                    throw new IllegalStateException("power cut");
                }))
                .hasMessage("power cut");
        assertThat(count("event")).isZero();
        assertThat(count("install")).isZero();
        assertThat(writer.merge(app, List.of(event("kept", "phone", "ada"))).accepted())
                .isEqualTo(1);
        assertThat(count("event")).isEqualTo(1);
        assertThat(count("install")).isEqualTo(1);
        assertThat(count("account")).isEqualTo(1);
    }

    @Test
    void anEmptyBatchIsNoFault() {
        assertThat(writer.merge(app, List.of()).accepted()).isZero();
    }

    @Test
    void theSameIdFromAnotherSenderIsAnotherEvent() {
        IncomingEvent one = event("same", "phone", null);
        IncomingEvent other = new IncomingEvent(
                "elsewhere",
                one.id(),
                one.name(),
                one.time(),
                one.received(),
                one.install(),
                one.account(),
                one.context(),
                one.money(),
                one.properties());
        assertThat(writer.merge(app, List.of(one, other, one)).accepted()).isEqualTo(2);
        IncomingEvent later = new IncomingEvent(
                one.source(),
                one.id(),
                one.name(),
                one.time().plusSeconds(86_400),
                one.received(),
                one.install(),
                one.account(),
                one.context(),
                one.money(),
                one.properties());
        assertThat(writer.merge(app, List.of(later)).accepted())
                .as("the same id at another time")
                .isZero();
    }

    private long account(String key) throws SQLException {
        try (Connection connection = Application.sql();
                Statement statement = connection.createStatement();
                ResultSet row = statement.executeQuery(
                        "select id from account where app_id = " + app.id() + " and key = '" + key + "'")) {
            row.next();
            return row.getLong(1);
        }
    }

    /** Reading all numbers of a large app again took ten seconds, for which its writers waited. */
    @Test
    void whatIsKnownOfOthersIsNotReadAgainAfterAnErasure() throws SQLException {
        writer.merge(app, List.of(event("1", "phone", "Ann"), event("2", "tablet", "Bob")));
        long ann = account("Ann");
        try (Connection connection = Application.sql();
                Statement statement = connection.createStatement()) {
            // Whoever reads the accounts again does not find this one and makes another.
            statement.executeUpdate(
                    "update account set key = 'renamed' where app_id = " + app.id() + " and key = 'Bob'");
        }
        Application.part(Eraser.class).erase(app, ann, erased -> {});
        assertThat(count("account")).isEqualTo(1);
        writer.merge(app, List.of(event("3", "tablet", "Bob"), event("4", "watch", "Cai")));
        assertThat(count("account")).as("Bob is known still, Cai is new").isEqualTo(2);
        assertThat(count("install")).isEqualTo(2);
    }

    @Test
    void anErasureThatIsRolledBackChangesNothingOfWhatIsKnown() throws SQLException {
        writer.merge(app, List.of(event("1", "phone", "Ann")));
        long ann = account("Ann");
        assertThatThrownBy(() -> Application.part(Eraser.class).erase(app, ann, erased -> {
                    throw new IllegalStateException("stopped");
                }))
                .hasMessage("stopped");
        assertThat(writer.merge(app, List.of(event("2", "phone", "Ann"))).accepted())
                .isEqualTo(1);
        assertThat(count("account")).isEqualTo(1);
        assertThat(count("install")).isEqualTo(1);
        assertThat(account("Ann")).isEqualTo(ann);
    }
}
