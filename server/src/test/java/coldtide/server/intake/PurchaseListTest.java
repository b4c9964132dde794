package coldtide.server.intake;

import static org.assertj.core.api.Assertions.assertThat;

import coldtide.core.log.EventLog;
import coldtide.server.Application;
import coldtide.server.Caller;
import coldtide.server.Caller.Answer;
import coldtide.server.apps.Apps;
import coldtide.server.engine.Engine;
import java.nio.charset.StandardCharsets;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.List;
import java.util.Map;
import java.util.concurrent.atomic.AtomicInteger;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import tools.jackson.databind.JsonNode;

/** Plain lists of purchases: no row is lost, none counts twice, whatever their heads are called. */
@ExtendWith(Application.class)
class PurchaseListTest {
    private static final AtomicInteger APPS = new AtomicInteger();
    private static final String HEAD = "date,customer,amount,currency,item\n";

    /** ISO 4217's code for a transaction without a currency. */
    private static final String NO_CURRENCY = "X".repeat(3);

    private final Caller keeper = Application.keeper();
    private String app;

    @BeforeEach
    void anApp() {
        app = "list-" + APPS.incrementAndGet();
        keeper.makeApp(app, 400);
    }

    private JsonNode file(String csv) throws InterruptedException {
        String imports = "/api/apps/" + app + "/imports/";
        Answer sent = keeper.file(imports + "file", "list.csv", csv.getBytes(StandardCharsets.UTF_8));
        assertThat(sent.status()).as(sent.text()).isBetween(200, 202);
        for (int tries = 0; tries < 600; tries++) {
            JsonNode now = keeper.get(imports + sent.json().get("id").asInt()).json();
            if (List.of("DONE", "REFUSED", "BROKEN_OFF")
                    .contains(now.get("state").asString())) {
                return now;
            }
            Thread.sleep(25);
        }
        throw new AssertionError("The file was not read within 15 seconds.");
    }

    private static void counts(JsonNode run, int taken, int known, int heldBack) {
        assertThat(List.of(
                        run.get("taken").asInt(),
                        run.get("known").asInt(),
                        run.get("heldBack").asInt()))
                .as(run.toString())
                .containsExactly(taken, known, heldBack);
    }

    private String one(String select) throws SQLException {
        try (var connection = Application.sql();
                Statement statement = connection.createStatement();
                ResultSet row = statement.executeQuery(
                        select + " from event e where e.app_id = (select id from app where key = '" + app + "')")) {
            row.next();
            return row.getString(1);
        }
    }

    @Test
    void twoEqualPurchasesOfOneListAreTwoAndTheSameListAgainIsNone() throws Exception {
        String list = HEAD
                + "2026-11-20 10:00:00,ann,4.50,EUR,oil\n"
                + "2026-11-20 10:00:00,ann,4.5,EUR,oil\n"
                + "2026-11-20 10:00:00,ann,4.50,EUR, oil \n"
                + "2026-11-20 10:00:00,bob,4.50,EUR,oil\n";
        counts(file(list), 4, 0, 0);
        counts(file(list), 0, 4, 0);
        counts(file(list + "2026-11-20 10:00:00,ann,004.500,eur,oil\n"), 1, 4, 0);
        assertThat(one("select sum(amount_micros)")).isEqualTo("22500000");
    }

    @Test
    void equalRowsThatWereRejectedAreTwoWhenTheyAreSentAgain() throws Exception {
        String row = "2026-11-20 10:00:00,ann,4.50," + NO_CURRENCY + ",oil\n";
        counts(file(HEAD + row + row + "2026-11-20 10:00:00,bob,1,EUR,oil\n"), 1, 0, 2);
        String held = "/api/apps/" + app + "/held-back";
        for (int i = 0; i < 2; i++) {
            JsonNode next = keeper.get(held).json().get("rows").get(0);
            JsonNode again = keeper.post(
                            held + "/" + next.get("id").asLong() + "/again",
                            Map.of("content", next.get("content").asString().replace(NO_CURRENCY, "EUR")))
                    .json();
            assertThat(again.get("taken").asInt()).as(again.toString()).isEqualTo(1);
        }
        assertThat(one("select count(*)")).isEqualTo("3");
    }

    @ParameterizedTest
    @CsvSource({".50,500000", "+5.00,5000000", "007.50,7500000", "5.,5000000", "0.1234567,123457"})
    void amountsAreReadAsPeopleWriteThem(String amount, long micros) throws Exception {
        JsonNode run = file(HEAD + "2026-11-20 10:00:00,ann," + amount + ",eur,oil\n");
        counts(run, 1, 0, 0);
        assertThat(one("select amount_micros || ' ' || currency")).isEqualTo(micros + " EUR");
        assertThat(run.toString().contains("rounded to six: 1")).isEqualTo(amount.length() > 8);
    }

    @Test
    void threePlacesAfterACommaAreDecimals() throws Exception {
        file("date;customer;amount;currency\n2026-11-20;ann;1,875;EUR\n2026-11-21;bob;0,990;EUR\n");
        assertThat(one("select sum(amount_micros)")).isEqualTo("2865000");
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "date,client,price,currency",
                "Datum,Kunde,Betrag,Währung",
                "fecha,cliente,importe,moneda",
                "date,acheteur,montant,devise",
                "when,buyer,total,currency",
                "data,usuário,valor,moeda"
            })
    void headsOfOtherLanguagesAreKnown(String head) throws Exception {
        counts(file(head + "\n2026-11-20,ann,4.50,EUR\n2026-11-21,ann,4.50,EUR\n2026-11-22,ann,4.50,EUR\n"), 3, 0, 0);
        assertThat(one("select count(distinct e.account_id) || ' ' || sum(amount_micros)"))
                .isEqualTo("1 13500000");
    }

    /** Handbook, Purchases: a purchase that does not say how many is one. */
    @Test
    void aPurchaseThatDoesNotSayHowManyIsOne() throws Exception {
        file("date,customer,amount,currency,item,quantity\n"
                + "2026-11-20 10:00:00,ann,4.50,EUR,oil,3\n"
                + "2026-11-20 10:00:00,bob,4.50,EUR,oil,\n");
        Application.part(Engine.class).refresh(Application.part(Apps.class).require(app));
        EventLog log = Application.part(Engine.class)
                .log(Application.part(Apps.class).require(app))
                .orElseThrow();
        double sold = log.shards().stream()
                .flatMap(shard -> log.numbers(shard, "quantity").stream())
                .mapToDouble(column -> column.values().at(0)
                        + (column.values().size() > 1 ? column.values().at(1) : 0))
                .sum();
        assertThat(sold).isEqualTo(4);
    }
}
