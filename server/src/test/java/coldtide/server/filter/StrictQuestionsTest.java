package coldtide.server.filter;

import static org.assertj.core.api.Assertions.assertThat;

import coldtide.server.Application;
import coldtide.server.Caller;
import coldtide.server.Caller.Answer;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** No other question is answered than the one that was asked. */
@ExtendWith(Application.class)
class StrictQuestionsTest {
    private final Caller caller = Caller.demo();

    private Answer ask(String path, String body) {
        return caller.postText("/api/apps/gullcombe/" + path, body.replace('\'', '"'));
    }

    private long people(String among) {
        Answer answer = ask("people-count", "{'among':" + among + "}");
        assertThat(answer.status()).as(answer.text()).isEqualTo(200);
        return answer.json().get("answer").get("people").asLong();
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            quoteCharacter = '`',
            value = {
                "people-count|{'amung':{'all':[]}}|amung",
                "measures|{'range':{'from':'2026-06-01','to':'2026-06-08'},'step':'DAY','measures':[],'onyl':null}|onyl",
                "measures|{'range':{'from':'2026-06-01','to':'2026-06-08'},'step':'DAY','measures':[{'name':'a','kind':'EVENTS',"
                        + "'waht':null}]}|measures[0].waht",
                "retention|{'following':{'range':{'from':'2026-06-01','to':'2026-06-08'},'grain':'DAY','strat':null},'ages':2}"
                        + "|following.strat",
                "retention|{'following':{'range':{'from':'2026-06-01','to':'2026-06-08'},'grain':'DAY'},'ages':2,'splti':null}"
                        + "|splti",
                "people-count|{'among':{'all':[],'amung':1}}|among.amung"
            })
    void aWordThatIsNotKnownIsRefusedWithItsPlace(String path, String body, String field) {
        Answer answer = ask(path, body);
        assertThat(answer.status()).isEqualTo(400);
        assertThat(answer.json().get("field").asString()).isEqualTo(field);
        assertThat(answer.json().get("detail").asString()).contains("known");
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "{'range':{'from':'2026-06-01','to':'2026-06-08'},'step':'DAY','measures':[null]}",
                "{'range':{'from':'2026-06-01','to':'2026-06-08'},'step':'DAY','measures':[{'name':'a','kind':'EVENTS'}],"
                        + "'splits':[null]}"
            })
    void nothingWithinAListIsRefused(String body) {
        assertThat(ask("measures", body).status()).isEqualTo(400);
    }

    @Test
    void atMostHoldsOfThoseWhoNeverDidIt() {
        long all = people("{'all':[]}");
        long moreThanTwice = people("{'did':{'event':'purchase'},'atLeast':3}");
        assertThat(people("{'did':{'event':'purchase'},'atMost':2}")).isEqualTo(all - moreThanTwice);
        assertThat(people("{'did':{'event':'purchase'},'atLeast':1,'atMost':2}"))
                .isLessThan(all - moreThanTwice);
    }

    @Test
    void aNumberIsTheSameHoweverItIsWritten() {
        long five = people("{'did':{'property':'level','is':'5'}}");
        assertThat(five).isPositive();
        assertThat(people("{'did':{'property':'level','is':'5.0'}}")).isEqualTo(five);
        assertThat(people("{'did':{'property':'level','is':['5.00','1000000']}}"))
                .isEqualTo(five);
        assertThat(people("{'property':'app_version','is':'1.50'}"))
                .as("a version is a text")
                .isZero();
    }

    /** Nine segments that name each other twice are 512 of the last one; each mention is counted before anything is asked. */
    @Test
    void whatSegmentsNameIsCountedEachTime() {
        String rule = "{'property':'platform','is':'android'}";
        int id = 0;
        for (int i = 0; i < 12; i++) {
            Answer made = ask(
                    "segments",
                    "{'name':'nested " + i + " " + System.nanoTime() + "','description':'','owner':'','among':" + rule
                            + ",'fixed':false}");
            if (made.status() == 400) {
                assertThat(made.text()).contains("too large").contains("2000");
                break;
            }
            id = made.json().get("id").asInt();
            rule = "{'either':[{'segment':" + id + "},{'segment':" + id + "}]}";
        }
        String many = "{'either':[" + ("{'segment':" + id + "},").repeat(3_000) + "{'segment':" + id + "}]}";
        Answer refused = ask("people-count", "{'among':" + many + "}");
        assertThat(refused.status()).isEqualTo(400);
        assertThat(refused.text()).contains("too large");
    }

    @Test
    void aQuestionThatIsTooLargeIsRefusedBeforeItIsRead() {
        String body = "{'among':{'all':[]},'splitBy':'" + "x".repeat(300_000) + "'}";
        assertThat(ask("people-count", body).status()).isEqualTo(413);
        Caller stranger = Caller.stranger();
        stranger.get("/api/session");
        assertThat(stranger.post("/api/session", Map.of("name", "x", "password", "y".repeat(10_000)))
                        .status())
                .isEqualTo(413);
    }
}
