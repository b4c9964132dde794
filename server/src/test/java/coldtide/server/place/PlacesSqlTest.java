package coldtide.server.place;

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
import java.util.HashMap;
import java.util.Map;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.JsonNode;

/** Squares of the small demo world against SQL of the bare events, and floor plans made harmless. */
@ExtendWith(Application.class)
class PlacesSqlTest {
    private static final String PATH = "/api/apps/gullcombe/places";
    private static final Map<String, String> RANGE = Map.of("from", "2026-05-01", "to", "2026-06-15");

    @BeforeAll
    static void truth() throws SQLException {
        Truth.tell();
    }

    private static Map<String, Object> ask(String measure, String property) {
        Map<String, Object> ask = new HashMap<>();
        ask.put("level", 2);
        ask.put("range", RANGE);
        ask.put("square", 20);
        ask.put("measure", measure);
        ask.put("property", property);
        ask.put("least", 1);
        return ask;
    }

    private static JsonNode answer(Map<String, Object> ask) {
        Answer answer = Caller.demo().post(PATH, ask);
        assertThat(answer.status()).as(answer.text()).isEqualTo(200);
        return answer.json().get("answer");
    }

    @Test
    void squaresHoldWhatSqlSays() throws SQLException {
        JsonNode events = answer(ask("EVENTS", null));
        JsonNode fps = answer(ask("MEAN", "fps"));
        JsonNode low = answer(ask("PERCENTILE", "fps"));
        int squares = 0;
        try (Connection connection = Application.sql();
                Statement statement = connection.createStatement();
                ResultSet row = statement.executeQuery("""
                        select floor((properties->>'x')::float / 20) * 20 as x,
                               floor((properties->>'y')::float / 20) * 20 as y,
                               count(*) as events, count(distinct person) as people,
                               avg((properties->>'fps')::float) as fps,
                               percentile_cont(0.1) within group (order by (properties->>'fps')::float) as low
                        from truth.e
                        where (properties->>'level')::float = 2 and properties->>'x' is not null
                          and day >= '2026-05-01' and day < '2026-06-15'
                        group by 1, 2 order by 2, 1""")) {
            while (row.next()) {
                JsonNode square = events.get("cells").get(squares);
                assertThat(square.get("x").asDouble()).isEqualTo(row.getDouble("x"));
                assertThat(square.get("y").asDouble()).isEqualTo(row.getDouble("y"));
                assertThat(square.get("seen").get(0).get("events").asLong()).isEqualTo(row.getLong("events"));
                assertThat(square.get("seen").get(0).get("people").asLong()).isEqualTo(row.getLong("people"));
                assertThat(value(fps, squares)).isCloseTo(row.getDouble("fps"), within(1e-9));
                assertThat(value(low, squares)).isCloseTo(row.getDouble("low"), within(1e-9));
                squares++;
            }
        }
        assertThat(squares).isEqualTo(events.get("cells").size()).isGreaterThan(10);
    }

    private static double value(JsonNode answer, int square) {
        return answer.get("cells").get(square).get("seen").get(0).get("value").asDouble();
    }

    @Test
    void whatCannotBeAskedIsRefusedWithItsField() {
        Map<String, Object> text = ask("MEAN", "country");
        assertThat(Caller.demo().post(PATH, text).text()).contains("property", "country");
        Map<String, Object> both = ask("EVENTS", null);
        both.put("compared", Map.of("from", "2026-04-01", "to", "2026-05-02"));
        assertThat(Caller.demo().post(PATH, both).text()).contains("overlap");
        Map<String, Object> none = ask("EVENTS", null);
        none.put("square", 0);
        Answer refused = Caller.demo().post(PATH, none);
        assertThat(refused.status()).isEqualTo(400);
        assertThat(refused.text()).contains("above 0");
    }

    @Test
    void theDemoHasADrawingOfEachTower() {
        JsonNode levels = Caller.demo().get(PATH + "/levels").json().get("answer");
        assertThat(levels.size()).isGreaterThan(5);
        assertThat(levels.get(0).get("hasPlan").asBoolean()).isTrue();
        assertThat(levels.get(0).get("box").get("width").asDouble()).isEqualTo(100);
        Answer plan = Caller.demo().get(PATH + "/plans/1");
        assertThat(plan.text()).startsWith("<svg").contains("viewBox=\"0 0 100 100\"");
        assertThat(plan.headers().firstValue("Content-Type").orElseThrow()).startsWith("image/svg+xml");
        assertThat(plan.headers().firstValue("Content-Security-Policy").orElseThrow())
                .contains("default-src 'none'");
        assertThat(Caller.demo().get(PATH + "/plans/99").status()).isEqualTo(404);
    }

    @Test
    void aDrawingIsKeptWithoutWhatCouldHarm() {
        String svg = """
                <?xml version="1.0"?>
                <!DOCTYPE svg [<!ENTITY e SYSTEM "file:///etc/passwd">]>
                <svg xmlns="http://www.w3.org/2000/svg" xmlns:xlink="http://www.w3.org/1999/xlink" width="40px" height="30" onload="alert(1)">
                  <script>alert(2)</script><style>rect { fill: url(https://elsewhere.example/) }</style>
                  <rect x="1" y="2" width="3" height="4" fill="url(#far)" stroke="#123" style="fill:red"/>
                  <image href="https://elsewhere.example/p.png"/><a xlink:href="javascript:alert(3)"><text x="5">Hall &amp; stair</text></a>
                  <foreignObject><body xmlns="http://www.w3.org/1999/xhtml">x</body></foreignObject>
                </svg>
                """;
        Answer kept = Caller.demo().call("PUT", PATH + "/plans/77", Map.of("svg", svg));
        assertThat(kept.status()).as(kept.text()).isEqualTo(200);
        assertThat(kept.json().get("leftOut").toString())
                .contains("script", "style", "image", "foreignObject", "onload", "fill", "DOCTYPE");
        assertThat(kept.json().get("level").get("box").get("width").asDouble()).isEqualTo(40);
        String drawn = Caller.demo().get(PATH + "/plans/77").text();
        assertThat(drawn)
                .contains("<rect x=\"1\" y=\"2\" width=\"3\" height=\"4\" stroke=\"#123\">")
                .doesNotContain("script", "alert", "elsewhere", "style", "href", "foreignObject", "ENTITY", "passwd");
        assertThat(Caller.demo().delete(PATH + "/plans/77").status()).isEqualTo(200);
        assertThat(Caller.demo().get(PATH + "/plans/77").status()).isEqualTo(404);
    }

    @Test
    void whatIsNoDrawingIsRefusedInASentence() {
        assertRefused("<svg xmlns=\"http://www.w3.org/2000/svg\"><rect/></svg>", "nowhere how large it is");
        assertRefused("<html><body/></html>", "begins with");
        assertRefused("<svg xmlns=\"http://www.w3.org/2000/svg\" viewBox=\"0 0 1 1\"><g></svg>", "line 1");
        assertRefused("nothing of the kind", "no well-formed SVG");
        String deep = "<g>".repeat(200) + "</g>".repeat(200);
        assertRefused("<svg xmlns=\"http://www.w3.org/2000/svg\" viewBox=\"0 0 1 1\">" + deep + "</svg>", "100 deep");
    }

    private static void assertRefused(String svg, String sentence) {
        Answer refused = Caller.demo().call("PUT", PATH + "/plans/78", Map.of("svg", svg));
        assertThat(refused.status()).as(refused.text()).isEqualTo(400);
        assertThat(refused.text()).contains(sentence);
    }
}
