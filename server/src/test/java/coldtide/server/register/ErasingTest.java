package coldtide.server.register;

import static org.assertj.core.api.Assertions.assertThat;

import coldtide.server.Application;
import coldtide.server.Caller;
import coldtide.server.Caller.Answer;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.Map;
import java.util.concurrent.atomic.AtomicInteger;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.JsonNode;

/** What is answered before and after a user is erased, through the server; and jobs that a stop has broken off. */
@ExtendWith(Application.class)
class ErasingTest {
    private static final AtomicInteger APPS = new AtomicInteger();
    private static final int USERS = 60;

    private final Caller keeper = Application.keeper();
    private String app;

    /** The first user's texts come first, so all codes of texts shift when the user is gone. */
    @BeforeEach
    void anAppWithUsers() throws InterruptedException {
        app = "erasing-" + APPS.incrementAndGet();
        keeper.makeApp(app, 400);
        StringBuilder file = new StringBuilder("event,time,install_id,account,id,platform,city,note\n");
        file.append("open,2026-11-01T08:00:00Z,phone-0,ann of the lamps,e0,oldphone,Nowhere,a first note\n");
        for (int i = 1; i < USERS; i++) {
            file.append("open,2026-11-01T10:00:00Z,phone-")
                    .append(i)
                    .append(",user ")
                    .append(i)
                    .append(",e")
                    .append(i);
            file.append(i % 3 == 0 ? ",ios" : ",android")
                    .append(",City ")
                    .append(i % 7)
                    .append(",note ");
            file.append(i % 5).append('\n');
            file.append("open,2026-11-03T10:00:00Z,phone-")
                    .append(i)
                    .append(",user ")
                    .append(i)
                    .append(",f")
                    .append(i);
            file.append(i % 3 == 0 ? ",ios" : ",android")
                    .append(",City ")
                    .append(i % 7)
                    .append(",again ");
            file.append(i % 4).append('\n');
        }
        Application.bring(keeper, app, file.toString());
    }

    private long count(String condition) {
        Answer answer = keeper.postText("/api/apps/" + app + "/people-count", "{\"among\":" + condition + "}");
        assertThat(answer.status()).as(answer.text()).isEqualTo(200);
        return answer.json().get("answer").get("people").asLong();
    }

    private String retention() {
        return keeper.postText(
                        "/api/apps/" + app + "/retention",
                        "{\"following\":{\"range\":{\"from\":\"2026-11-01\",\"to\":\"2026-11-02\"},\"grain\":\"DAY\"},"
                                + "\"ages\":2,\"split\":{\"property\":\"platform\",\"top\":5}}")
                .text();
    }

    private String idOf(String name) {
        return keeper.get("/api/apps/" + app + "/register?name=" + name.replace(" ", "%20"))
                .json()
                .get(0)
                .asString();
    }

    private JsonNode erase(String id, String name) {
        return keeper.call("DELETE", "/api/apps/" + app + "/register/" + id, Map.of("typed", name))
                .json();
    }

    private long sql(String select) throws SQLException {
        try (var connection = Application.sql();
                Statement statement = connection.createStatement();
                ResultSet row = statement.executeQuery(
                        select.replace("APP", "(select id from app where key = '" + app + "')"))) {
            row.next();
            return row.getLong(1);
        }
    }

    @Test
    void conditionsOnTextsHoldForTheSameUsersAfterwards() throws Exception {
        String ios = "{\"property\":\"platform\",\"is\":\"ios\"}";
        String city = "{\"property\":\"city\",\"contains\":\"City 3\"}";
        String note = "{\"did\":{\"property\":\"note\",\"matches\":\"^again [12]\"}}";
        long iosBefore = count(ios);
        long cityBefore = count(city);
        long noteBefore = count(note);
        assertThat(iosBefore).isEqualTo(19);
        assertThat(retention()).contains("oldphone");
        keeper.postText(
                "/api/apps/" + app + "/segments",
                "{\"name\":\"hers\",\"description\":\"ann of the lamps, and others\",\"owner\":\"\",\"among\":" + ios
                        + ",\"fixed\":false}");
        JsonNode erased = erase(idOf("ann of the lamps"), "ann of the lamps");
        assertThat(erased.get("state").asString()).as(erased.toString()).isEqualTo("DONE");
        assertThat(erased.get("events").asLong()).isEqualTo(1);
        assertThat(erased.get("leftovers").toString()).contains("segments: rule or description: 1");
        // In the background everything is read again, so texts get other codes.
        for (int i = 0; i < 25; i++) {
            assertThat(count(ios)).isEqualTo(iosBefore);
            assertThat(count(city)).isEqualTo(cityBefore);
            assertThat(count(note)).isEqualTo(noteBefore);
            assertThat(retention()).doesNotContain("oldphone").contains("\"ios\"");
            Thread.sleep(80);
        }
        assertThat(sql("select count(*) from event_context where app_id = APP and properties::text like '%Nowhere%'"))
                .isZero();
        assertThat(keeper.get("/api/apps/" + app + "/register/erasures").text()).doesNotContain("ann of");
    }

    /** A server that ended in the middle has the job stored and nothing removed: the removal is one transaction. */
    @Test
    void aJobThatAStopHasBrokenOffIsGoneOnWith() throws Exception {
        String id = idOf("user 7");
        long owner = Long.parseLong(id.substring(1));
        sql("with made as (insert into erasure (app_id, owner, state, requested, requested_by) values (APP, " + owner
                + ", 'WAITING', now(), 'keeper') returning id) select id from made");
        assertThat(erase(id, "user 7").get("detail").asString()).contains("being erased already");
        Application.part(Erasing.class).goOn();
        for (int tries = 0;
                tries < 200 && sql("select count(*) from event where app_id = APP") > 2L * USERS - 3;
                tries++) {
            Thread.sleep(50);
        }
        assertThat(sql("select count(*) from event where app_id = APP")).isEqualTo(2L * USERS - 3);
        assertThat(sql("select count(*) from erasure where app_id = APP and state = 'DONE' and owner is null"))
                .isEqualTo(1);
    }

    @Test
    void twoInstallsOfOneAccountAndEventsThatComeMeanwhileAreErasedTogether() throws Exception {
        Application.bring(
                keeper,
                app,
                "event,time,install_id,account,id,platform\nopen,2026-11-05T10:00:00Z,tablet,user 9,g1,ios\n"
                        + "open,2026-11-05T10:00:00Z,tablet,,g2,ios\n");
        JsonNode erased = erase(idOf("user 9"), "user 9");
        assertThat(erased.get("events").asLong()).as(erased.toString()).isEqualTo(4);
        assertThat(sql("select count(*) from install where app_id = APP and key in ('tablet', 'phone-9')"))
                .isZero();
        Application.bring(
                keeper, app, "event,time,install_id,account,id\nopen,2026-11-05T10:00:00Z,tablet,user 9,g1\n");
        assertThat(sql("select count(*) from event where app_id = APP and id = 'g1'"))
                .isZero();
    }
}
