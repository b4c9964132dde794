package coldtide.server.channels;

import static org.assertj.core.api.Assertions.assertThat;

import coldtide.server.Application;
import coldtide.server.Caller;
import coldtide.server.Caller.Answer;
import coldtide.server.Truth;
import coldtide.server.apps.Apps;
import coldtide.server.engine.Engine;
import java.math.BigDecimal;
import java.nio.charset.StandardCharsets;
import java.sql.SQLException;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import tools.jackson.databind.JsonNode;

@ExtendWith(Application.class)
class ChannelsTest {
    private static final LocalDate TODAY = LocalDate.now(ZoneOffset.UTC);
    private static int made;

    private String app;

    /** Three by a letter, one of them by "video" too; one by video alone; one from a referrer; one from nowhere. */
    @BeforeEach
    void anAppOfItsOwn() {
        app = "channels" + ++made;
        Caller keeper = Application.keeper();
        keeper.makeApp(app, 7320);
        String key = keeper.makeKey(app, 1000);
        List<String> contexts = List.of(
                "\"campaign\":\"letter_07\"",
                "\"campaign\":\"letter_08\"",
                "\"campaign\":\"letter_07\",\"channel\":\"video\"",
                "\"channel\":\"video\"",
                "\"referrer\":\"https://harbour.example/news\"",
                "\"platform\":\"ios\"");
        StringBuilder batch = new StringBuilder("[");
        for (int i = 0; i < contexts.size(); i++) {
            batch.append(i == 0 ? "" : ",")
                    .append("{\"specversion\":\"1.0\",\"source\":\"phone\",\"type\":\"install\",\"id\":\"" + i
                            + "\",\"time\":\"" + TODAY + "T00:00:0" + i + "Z\",\"data\":{\"install\":\"i" + i + "\","
                            + contexts.get(i) + "}}");
        }
        Answer sent = Caller.withKey(key)
                .call(
                        "POST",
                        "/api/apps/" + app + "/events",
                        "application/cloudevents-batch+json",
                        batch.append("]").toString().getBytes(StandardCharsets.UTF_8));
        assertThat(sent.json().get("taken").asInt()).as(sent.text()).isEqualTo(contexts.size());
        Application.part(Engine.class).refresh(Application.part(Apps.class).require(app));
    }

    private Answer rules(String rules) {
        return Caller.demo()
                .call(
                        "PUT",
                        "/api/apps/" + app + "/channels/rules",
                        "application/json",
                        ("{\"rules\":[" + rules.replace('\'', '"') + "]}").getBytes(StandardCharsets.UTF_8));
    }

    private static final String LETTERS =
            "{'kind':'TAG','property':'campaign','test':'CONTAINS','value':'letter','channel':'letters'}";
    private static final String HARBOUR =
            "{'kind':'REFERRER','property':'referrer','test':'MATCHES','value':'harbour','channel':'harbour news'}";

    private JsonNode count(String question) {
        Answer answer =
                Caller.demo().postText("/api/apps/" + app + "/people-count", "{" + question.replace('\'', '"') + "}");
        assertThat(answer.status()).as(answer.text()).isEqualTo(200);
        return answer.json().get("answer");
    }

    private Map<String, Long> by(String property) {
        Map<String, Long> people = new HashMap<>();
        count("'splitBy':'" + property + "','value':'FIRST'")
                .get("groups")
                .forEach(group -> people.put(
                        group.get("value").asString(), group.get("people").asLong()));
        return people;
    }

    /** The same question before and after: what was known of it by the old rules must not answer for the new ones. */
    @Test
    void everybodysChannelFollowsTheRulesAtOnce() {
        String byVideo = "'among':{'property':'arrival_channel','value':'FIRST','is':'video'}";
        assertThat(by("arrival_channel")).isEqualTo(Map.of("video", 2L));
        assertThat(count(byVideo).get("people").asLong()).isEqualTo(2);

        JsonNode after = rules(HARBOUR + "," + LETTERS).json();
        assertThat(after.get("rules").get(1).get("said").asString()).isEqualTo("campaign contains “letter”");
        assertThat(by("arrival_channel")).isEqualTo(Map.of("letters", 3L, "video", 1L, "harbour news", 1L));
        assertThat(by("arrival_rule"))
                .isEqualTo(Map.of(
                        "campaign contains “letter”", 3L, "channel as sent", 1L, "referrer matches “harbour”", 1L));
        assertThat(count(byVideo).get("people").asLong()).isEqualTo(1);

        rules("");
        assertThat(by("arrival_channel")).isEqualTo(Map.of("video", 2L));
        assertThat(count(byVideo).get("people").asLong()).isEqualTo(2);
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "'kind':'TAG','property':'campaign','test':'MATCHES','value':'(','channel':'x' | Rule 1: ",
                "'kind':'TAG','property':'country','test':'IS','value':'PT','channel':'x' | Rule 1: A rule by tags looks at",
                "'kind':'TAG','property':'medium','test':'IS','value':' ','channel':'x' | Rule 1: A rule needs a value",
            })
    void aRuleThatCannotHoldIsRefusedAndTheOthersStay(String rule, String sentence) {
        rules(LETTERS);
        Answer refused = rules("{" + rule + "}");
        assertThat(refused.status()).isEqualTo(400);
        assertThat(refused.text()).contains(sentence);
        assertThat(Caller.demo()
                        .get("/api/apps/" + app + "/channels")
                        .json()
                        .get("rules")
                        .size())
                .isEqualTo(1);
    }

    private Answer bring(String file) {
        return Caller.demo().post("/api/apps/" + app + "/channels/costs", Map.of("text", file));
    }

    private JsonNode arrivals(String of, LocalDate from, int days) {
        Answer answer = Caller.demo()
                .postText(
                        "/api/apps/" + of + "/channels/arrivals",
                        "{\"range\":" + range(from, days) + ",\"compared\":" + range(from.minusDays(days), days) + "}");
        assertThat(answer.status()).as(answer.text()).isEqualTo(200);
        return answer.json().get("answer");
    }

    private static String range(LocalDate from, int days) {
        return "{\"from\":\"" + from + "\",\"to\":\"" + from.plusDays(days) + "\"}";
    }

    @Test
    void newPeopleStandBesideWhatTheirChannelCost() {
        rules(LETTERS);
        bring("channel,day,amount,currency\nletters," + TODAY + ",9.00,EUR\nletters," + TODAY.minusDays(1)
                + ",4.50,EUR\nposters," + TODAY + ",2,GBP\n");
        // A cost brought again takes the place of the first.
        JsonNode known = bring("channel,day,amount,currency\nletters," + TODAY + ",6.00,EUR\n")
                .json()
                .get("costs");
        assertThat(known.get(0).get("channel").asString()).isEqualTo("letters");
        assertThat(known.get(0).get("days").asInt()).isEqualTo(2);

        JsonNode answer = arrivals(app, TODAY, 1);
        assertThat(answer.get("unknown").get("range").asLong()).isEqualTo(2);
        JsonNode letters = answer.get("channels").get(0);
        assertThat(letters.get("name").asString()).isEqualTo("letters");
        assertThat(letters.get("people").get("range").asLong()).isEqualTo(3);
        assertThat(letters.get("people").get("compared").asLong()).isZero();
        assertThat(letters.get("cost").get("range").get("micros").asLong()).isEqualTo(6_000_000);
        assertThat(letters.get("cost").get("compared").get("micros").asLong()).isEqualTo(4_500_000);
        JsonNode posters = answer.get("channels").get(2);
        assertThat(posters.get("name").asString()).isEqualTo("posters");
        assertThat(posters.get("people").get("range").asLong()).isZero();
        assertThat(posters.get("cost").get("range").get("days").asInt()).isEqualTo(1);
        assertThat(posters.get("cost").get("range").get("unconverted").asInt()).isEqualTo(1);
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "channel,day,amount,currency;x,2026-05-01,1,EUR;x,2026-05-02,-1,EUR | Line 3: \\\"-1\\\" is no amount",
                "channel,day,amount,currency;x,2026-05-01,1.1234567,EUR | Line 2: \\\"1.1234567\\\" is no amount",
                "channel,day,amount,currency;,2026-05-01,1,EUR | Line 2: \\\"channel\\\" is empty.",
                "channel,day,amount;x,2026-05-01,1 | no column \\\"currency\\\"",
            })
    void aFileOfCostsWithAFaultIsRefusedWhole(String file, String sentence) {
        Answer refused = bring(file.replace(";", "\n"));
        assertThat(refused.status()).isEqualTo(400);
        assertThat(refused.text()).contains(sentence);
        assertThat(Caller.demo().get("/api/apps/" + app + "/channels").json().get("costs"))
                .isEmpty();
    }

    /** The demo's new people of a month by first channel, and its costs, against SQL written independently. */
    @Test
    void theDemosArrivalsAreThoseOfSql() throws SQLException {
        Truth.tell();
        LocalDate from = LocalDate.parse("2026-05-01");
        Map<String, Long> expected = Truth.counts("select value || ' for ' || coalesce((select"
                + " sum(amount)::numeric(20, 2) from channel_cost k join app a on a.id = k.app_id and a.key = 'gullcombe'"
                + " where k.channel = value and k.day >= '2026-05-01' and k.day < '2026-06-01'), 0.00), count(*)"
                + " from (select distinct on (person) person, c.properties ->> 'channel' as value,"
                + " min(e.day) over (partition by person) as first from e"
                + " join event_context c on c.id = e.context_id where c.properties ->> 'channel' is not null"
                + " order by person, e.time, e.received) p"
                + " where first >= '2026-05-01' and first < '2026-06-01' group by value");
        Map<String, Long> answered = new HashMap<>();
        arrivals("gullcombe", from, 31).get("channels").forEach(channel -> {
            long micros = channel.get("cost").get("range").get("micros").asLong();
            answered.put(
                    channel.get("name").asString() + " for "
                            + BigDecimal.valueOf(micros, 6).setScale(2),
                    channel.get("people").get("range").asLong());
        });
        answered.values().removeIf(people -> people == 0); // paid for, and nobody came
        assertThat(answered).isEqualTo(expected).hasSizeGreaterThan(5);
    }
}
