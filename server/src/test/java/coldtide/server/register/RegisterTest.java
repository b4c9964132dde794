package coldtide.server.register;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import coldtide.server.Application;
import coldtide.server.Caller;
import coldtide.server.Caller.Answer;
import coldtide.server.Truth;
import java.sql.Connection;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.JsonNode;

@ExtendWith(Application.class)
class RegisterTest {
    private static Answer ask(Caller caller, String app, String json) {
        return caller.postText("/api/apps/" + app + "/register", json.replace('\'', '"'));
    }

    /** Who are the ten best payers that went quiet in the last two weeks? */
    @Test
    void theBestPayersGoneQuietAreWhoSqlSays() throws SQLException {
        Truth.tell();
        JsonNode view = ask(
                        Caller.demo(),
                        "gullcombe",
                        "{'among':{'not':{'did':{'active':true},'when':{'lastDays':14}}},'by':'REVENUE','largestFirst':true,"
                                + "'columns':['country'],'from':0,'most':10}")
                .json()
                .get("answer");
        String quiet = "person not in (select person from e where active and day >= '2026-06-15')";
        assertThat(view.get("people").asDouble())
                .isEqualTo(Truth.number("select count(distinct person) from e where " + quiet));
        List<Double> found = new ArrayList<>();
        view.get("rows").forEach(row -> found.add(row.get("revenue").asDouble()));
        for (int i = 0; i < 10; i++) {
            double truth =
                    Truth.number("select sum(case revenue_type when 'refund' then -eur else eur end) from money where "
                            + quiet + " group by person order by 1 desc limit 1 offset " + i);
            assertThat(found.get(i)).isCloseTo(truth, within(1e-6));
        }
        JsonNode best = view.get("rows").get(0);
        assertThat(best.get("events").asDouble())
                .isEqualTo(Truth.number("select count(*) from e where person = "
                        + person(best.get("id").asString())));
        JsonNode log = Caller.demo()
                .get("/api/apps/gullcombe/register/" + best.get("id").asString() + "?most=100")
                .json()
                .get("answer");
        assertThat(log.get("person")).isEqualTo(withoutColumns(best, log.get("person")));
        int sessions = 0;
        for (JsonNode entry : log.get("page")) {
            sessions += entry.get("session").asBoolean() ? 1 : 0;
        }
        assertThat(sessions)
                .isEqualTo(Math.min(log.get("person").get("sessions").asInt(), sessions));
        assertThat(Caller.demo()
                        .get("/api/apps/gullcombe/register?name="
                                + best.get("name").asString())
                        .json()
                        .get(0)
                        .asString())
                .isEqualTo(best.get("id").asString());
    }

    private static JsonNode withoutColumns(JsonNode row, JsonNode same) {
        ((tools.jackson.databind.node.ObjectNode) row).set("values", same.get("values"));
        return row;
    }

    /** The truth's name of a person: the account's number, or minus the install's. */
    private static String person(String id) {
        return (id.charAt(0) == 'i' ? "-" : "") + id.substring(1);
    }

    @Test
    void pagesFollowEachOtherInEveryOrder() {
        for (String order : new String[] {"EVENTS", "FIRST_SEEN", "LAST_ACTIVE", "PROPERTY"}) {
            List<String> whole = ids(order, 0, 60);
            List<String> pages = new ArrayList<>(ids(order, 0, 25));
            pages.addAll(ids(order, 25, 35));
            assertThat(pages).as(order).isEqualTo(whole).doesNotHaveDuplicates();
        }
        Answer refused =
                ask(Caller.demo(), "gullcombe", "{'by':'EVENTS','largestFirst':true,'columns':[],'from':0,'most':501}");
        assertThat(refused.status()).isEqualTo(400);
        assertThat(refused.text()).contains("A page has 1 to 500 users");
        assertThat(Caller.demo().get("/api/apps/gullcombe/register/a999999999").status())
                .isEqualTo(404);
    }

    private static List<String> ids(String order, int from, int most) {
        List<String> ids = new ArrayList<>();
        ask(
                        Caller.demo(),
                        "gullcombe",
                        "{'by':'" + order + "','property':'city','largestFirst':false,'columns':['city'],'from':" + from
                                + ",'most':" + most + "}")
                .json()
                .get("answer")
                .get("rows")
                .forEach(row -> ids.add(row.get("id").asString()));
        return ids;
    }

    /** Everything of a person goes, and a file brought in again does not bring them back. */
    @Test
    void erasedIsErased() throws Exception {
        Caller keeper = Application.keeper();
        keeper.makeApp("erasing", 7320);
        String file = """
                event,time,install_id,account,id,city,amount,currency
                app_open,2026-05-01T10:00:00Z,phone-1,,1,Lisbon,,
                purchase,2026-05-01T10:05:00Z,phone-1,änna@hafen,2,Lisbon,3.50,EUR
                app_open,2026-05-02T10:00:00Z,phone-2,änna@hafen,3,Secretville,,
                app_open,2026-05-03T10:00:00Z,phone-1,berta,4,Lisbon,,
                app_open,2026-05-03T11:00:00Z,phone-3,,5,Porto,,
                app_open,not a time,phone-2,änna@hafen,6,Secretville,,
                app_open,not a time,phone-9,"{""who"":""\\u00E4nna@h\\u0061fen""}",7,,,
                """;
        Application.bring(keeper, "erasing", file);
        String all = "{'by':'EVENTS','largestFirst':true,'columns':['city'],'from':0,'most':10}";
        JsonNode before = ask(keeper, "erasing", all).json().get("answer");
        assertThat(before.get("people").asInt()).isEqualTo(3);
        JsonNode list = keeper.postText(
                        "/api/apps/erasing/segments",
                        "{\"name\":\"list\",\"description\":\"\",\"owner\":\"\",\"among\":{\"all\":[]},\"fixed\":true}")
                .json();
        assertThat(list.get("people").asInt()).isEqualTo(3);
        String id = keeper.get("/api/apps/erasing/register?name=%C3%A4nna%40hafen")
                .json()
                .get(0)
                .asString();
        assertThat(keeper.call("DELETE", "/api/apps/erasing/register/" + id, Map.of("typed", "ana"))
                        .text())
                .contains("This is not the name of the user; nothing was erased.");
        assertThat(Caller.demo()
                        .call("DELETE", "/api/apps/erasing/register/" + id, Map.of("typed", "änna@hafen"))
                        .status())
                .as("only a keeper may")
                .isEqualTo(403);

        JsonNode erased = keeper.call("DELETE", "/api/apps/erasing/register/" + id, Map.of("typed", "änna@hafen"))
                .json();
        assertThat(erased.get("events").asInt())
                .as("anna's own, and what the phone did before it named her")
                .isEqualTo(3);
        assertThat(erased.get("rejectedRows").asInt()).isEqualTo(2);
        assertThat(erased.get("state").asString()).isEqualTo("DONE");
        JsonNode after = ask(keeper, "erasing", all).json().get("answer");
        assertThat(after.get("people").asInt()).isEqualTo(2);
        assertThat(keeper.get("/api/apps/erasing/register?name=%C3%A4nna%40hafen")
                        .json())
                .isEmpty();
        assertThat(keeper.get("/api/apps/erasing/register/" + id).status()).isEqualTo(404);
        assertThat(keeper.get("/api/apps/erasing/segments")
                        .json()
                        .get(0)
                        .get("people")
                        .asInt())
                .isEqualTo(2);

        Application.bring(keeper, "erasing", file);
        assertThat(ask(keeper, "erasing", all)
                        .json()
                        .get("answer")
                        .get("people")
                        .asInt())
                .isEqualTo(2);
        assertThat(count("select count(*) from event where app_id = ?")).isEqualTo(2);
        assertThat(count("select count(*) from account where app_id = ? and key = 'änna@hafen'"))
                .isZero();
        assertThat(count("select count(*) from install where app_id = ? and key = 'phone-2'"))
                .isZero();
        assertThat(count("select count(*) from install where app_id = ? and key = 'phone-1'"))
                .isEqualTo(1);
        assertThat(
                        count(
                                "select count(*) from event_context where app_id = ? and properties::text like '%Secretville%'"))
                .isZero();
        String audit = keeper.get("/api/audit").text();
        assertThat(audit)
                .contains("user erased")
                .contains("3 events and 2 rejected rows")
                .doesNotContain("änna@hafen");
    }

    private static long count(String sql) throws SQLException {
        try (Connection connection = Application.sql();
                Statement statement = connection.createStatement();
                ResultSet row =
                        statement.executeQuery(sql.replace("?", "(select id from app where key = 'erasing')"))) {
            row.next();
            return row.getLong(1);
        }
    }
}
