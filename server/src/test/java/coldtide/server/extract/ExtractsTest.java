package coldtide.server.extract;

import static org.assertj.core.api.Assertions.assertThat;

import coldtide.server.Application;
import coldtide.server.Caller;
import coldtide.server.Caller.Answer;
import coldtide.server.Truth;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.ResultSet;
import java.sql.Statement;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.api.io.TempDir;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** Purchases of the small demo world as rows and as files, against SQL of the bare events. */
@ExtendWith(Application.class)
class ExtractsTest {
    private static final String PATH = "/api/apps/gullcombe/extracts";
    private static final String WHERE =
            " from truth.e where name = 'purchase' and day >= '2026-04-01' and day < '2026-06-01'";

    @BeforeAll
    static void truth() throws Exception {
        Truth.tell();
    }

    private static Map<String, Object> ask() {
        Map<String, Object> ask = new HashMap<>();
        ask.put("range", Map.of("from", "2026-04-01", "to", "2026-06-01"));
        ask.put("what", Map.of("event", "purchase"));
        ask.put("largestFirst", true);
        ask.put("from", 0);
        ask.put("most", 20);
        return ask;
    }

    private static String file(String format) {
        Answer answer = Caller.demo()
                .post(PATH + "/file", Map.of("events", ask(), "format", format, "columns", List.of("country", "item")));
        assertThat(answer.status()).as(answer.text()).isEqualTo(200);
        assertThat(answer.headers().firstValue("Content-Disposition").orElseThrow())
                .contains("gullcombe-events." + format.toLowerCase(Locale.ROOT));
        return answer.text();
    }

    @Test
    void aPageHoldsTheNewest() throws Exception {
        JsonNode page = Caller.demo().post(PATH, ask()).json().get("answer");
        assertThat(page.get("events").asDouble()).isEqualTo(Truth.number("select count(*)" + WHERE));
        assertThat(page.get("rows").size()).isEqualTo(20);
        String newest = page.get("rows").get(0).get("always").get(2).asString();
        assertThat(Truth.number("select extract(epoch from max(time))" + WHERE))
                .isEqualTo(java.time.Instant.parse(newest).toEpochMilli() / 1000.0);
        assertThat(page.get("rows").get(0).get("values").get("country").asString())
                .hasSize(2);
    }

    @Test
    void csvAndNdjsonHoldAllOfThem() throws Exception {
        String csv = file("CSV");
        List<String> lines = csv.lines().toList();
        assertThat(lines.get(0)).isEqualTo("person,name,time,received,amount,currency,revenue_type,country,item");
        double count = Truth.number("select count(*)" + WHERE);
        assertThat(lines.size() - 1.0).isEqualTo(count);
        List<JsonNode> objects = file("NDJSON")
                .lines()
                .map(line -> JsonMapper.builder().build().readTree(line))
                .toList();
        assertThat((double) objects.size()).isEqualTo(count);
        double euros = objects.stream()
                .filter(each -> each.get("currency").asString().equals("EUR"))
                .mapToDouble(each -> Double.parseDouble(each.get("amount").asString()))
                .sum();
        assertThat(Math.round(euros * 1e6))
                .isEqualTo(Math.round(Truth.number("select sum(amount_micros)" + WHERE + " and currency = 'EUR'")));
    }

    /** Read by the embedded SQL engine as whoever gets the file would. */
    @Test
    void parquetHoldsAllOfThem(@TempDir Path folder) throws Exception {
        Path file = folder.resolve("events.parquet");
        Files.write(
                file,
                Caller.demo()
                        .bytes(
                                PATH + "/file",
                                Map.of("events", ask(), "format", "PARQUET", "columns", List.of("country"))));
        try (Connection connection = DriverManager.getConnection("jdbc:duckdb:");
                Statement statement = connection.createStatement();
                ResultSet row = statement.executeQuery(
                        "select count(*), count(distinct person), max(country) from '" + file + "'")) {
            row.next();
            assertThat(row.getDouble(1)).isEqualTo(Truth.number("select count(*)" + WHERE));
            assertThat(row.getDouble(2)).isEqualTo(Truth.number("select count(distinct person)" + WHERE));
            assertThat(row.getString(3)).hasSize(2);
        }
    }

    @Test
    void whatIsNoOrderIsRefused() {
        Map<String, Object> ask = ask();
        ask.put("by", "country");
        Answer answer = Caller.demo().post(PATH, ask);
        assertThat(answer.status()).isEqualTo(400);
        assertThat(answer.text()).contains("by", "country");
        ask.remove("by");
        ask.put("most", 100_000);
        assertThat(Caller.demo().post(PATH, ask).status()).isEqualTo(400);
    }
}
