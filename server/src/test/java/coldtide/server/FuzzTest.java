package coldtide.server;

import static org.assertj.core.api.Assertions.assertThat;

import coldtide.server.Caller.Answer;
import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.SplittableRandom;
import java.util.regex.Pattern;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/**
 * Random requests to every endpoint of the API's own description, many of them nearly right: whatever comes in, nothing is
 * answered by "this failed on our side". The same seed asks the same.
 */
@ExtendWith(Application.class)
class FuzzTest {
    private static final JsonMapper JSON = JsonMapper.builder().build();
    private static final int ROUNDS = 12;

    /** They end the session that asks, or change who may ask. */
    private static final Set<String> LEFT_OUT = Set.of(
            "/api/session",
            "/api/session/password",
            "/api/session/others",
            "/api/people/{id}",
            "/api/people/{id}/role",
            "/api/people/{id}/password",
            "/api/people/{id}/return");

    private static final String EVENTS =
            "event,time,install_id,id,platform,level,x,y\napp_open,2026-06-01T10:00:00Z,phone,1,ios,,,\n"
                    + "beacon_lit,2026-06-02T10:00:00Z,phone,2,ios,5,1.5,2.5\n";

    private static final Pattern QUESTIONS = Pattern.compile(
            "/(tide-table|retention.*|funnel.*|people-count|measures|week-hours"
                    + "|contrast|places|extracts|register|catalogue/(events|properties)|channels/arrivals|activity/preview)$");

    private static final List<String> TEXTS = List.of(
            "",
            " ",
            "app_open",
            "ACTIVE_PEOPLE",
            "platform",
            "2026-06-01",
            "2026-02-30",
            "+999999999-12-31",
            "-999999999-01-01",
            "2026-06-01T00:00:00Z",
            "+1000000000-12-31T23:59:59Z",
            "P7D",
            "P999999999999D",
            "PT-1H",
            "EUR",
            "XTS",
            "a'b\"c\\",
            "\u0000",
            "\ud800",
            "\u202eabc",
            "(",
            "[a-z",
            "{\"a\":1}",
            "a,b\n1,\"2",
            "x".repeat(5_000));

    /** Written as they stand, since no JSON library writes some of them. */
    private static final List<String> NUMBERS = List.of(
            "0",
            "-1",
            "1",
            "7",
            "2147483647",
            "2147483648",
            "-2147483649",
            "9223372036854775808",
            "1e400",
            "0.5",
            "-0.0");

    private final SplittableRandom[] random = new SplittableRandom[1];
    private JsonNode schemas;

    @ParameterizedTest
    @ValueSource(longs = {20261201, 7})
    void nothingThatIsSentFailsOnOurSide(long seed) throws InterruptedException {
        random[0] = new SplittableRandom(seed);
        Caller keeper = Application.keeper();
        keeper.makeApp("fuzzed", 400);
        Application.bring(keeper, "fuzzed", EVENTS);
        JsonNode api = keeper.get("/v3/api-docs").json();
        schemas = api.get("components").get("schemas");
        List<String> failed = new ArrayList<>();
        for (int round = 0; round < ROUNDS; round++) {
            for (Map.Entry<String, JsonNode> path : api.get("paths").properties()) {
                if (!LEFT_OUT.contains(path.getKey())) {
                    for (Map.Entry<String, JsonNode> operation : path.getValue().properties()) {
                        request(keeper, path.getKey(), operation, failed);
                    }
                }
            }
        }
        assertThat(failed).as("seed %s", seed).isEmpty();
        assertThat(keeper.get("/api/apps").status()).isEqualTo(200);
    }

    private void request(Caller keeper, String path, Map.Entry<String, JsonNode> operation, List<String> failed) {
        boolean asks = operation.getKey().equals("get")
                || operation.getKey().equals("post") && QUESTIONS.matcher(path).find();
        String address = address(path, operation.getValue(), asks);
        String body = body(operation.getValue());
        Answer answer = keeper.call(
                operation.getKey().toUpperCase(java.util.Locale.ROOT),
                address,
                "application/json",
                body.getBytes(StandardCharsets.UTF_8));
        boolean isBrokenFile =
                answer.status() == 200 && path.endsWith(".csv") && answer.text().isEmpty();
        if (answer.status() == 500 || isBrokenFile) {
            failed.add(operation.getKey() + " " + address + " " + body.substring(0, Math.min(600, body.length())));
        }
    }

    private String address(String path, JsonNode operation, boolean asks) {
        StringBuilder query = new StringBuilder();
        String filled = path;
        JsonNode parameters = operation.get("parameters");
        for (JsonNode parameter : parameters == null ? List.<JsonNode>of() : parameters) {
            String name = parameter.get("name").asString();
            String value = name.equals("app") ? app(asks) : plain(parameter.get("schema"));
            if (parameter.get("in").asString().equals("path")) {
                String encoded = URLEncoder.encode(value.isEmpty() ? "x" : value, StandardCharsets.UTF_8)
                        .replace("+", "%20");
                filled = filled.replace("{" + name + "}", encoded);
            } else if (!one(4)) {
                query.append(query.isEmpty() ? "?" : "&").append(name).append('=');
                query.append(URLEncoder.encode(value, StandardCharsets.UTF_8));
            }
        }
        return filled + query;
    }

    /** Questions go to the demo, changes to an app that nobody else needs. */
    private String app(boolean asks) {
        return one(12) ? "no such app" : asks && one(2) ? "gullcombe" : "fuzzed";
    }

    private String plain(JsonNode schema) {
        String value = value(schema, 0);
        return value.startsWith("\"") ? JSON.readTree(value).asString() : value.length() > 200 ? "long" : value;
    }

    private String body(JsonNode operation) {
        JsonNode content = operation.at("/requestBody/content");
        if (content.isMissingNode()) {
            return "";
        }
        JsonNode schema = content.iterator().next().get("schema");
        String body = value(schema, 0);
        return one(25) ? body.substring(0, body.length() / 2) : body;
    }

    private boolean one(int in) {
        return random[0].nextInt(in) == 0;
    }

    private <T> T any(List<T> of) {
        return of.get(random[0].nextInt(of.size()));
    }

    /** A value as JSON: mostly of the schema, sometimes anything else. */
    private String value(JsonNode schema, int depth) {
        if (one(9) || depth > 6) {
            return any(List.of("null", "[]", "{}", "[null]", "true", any(NUMBERS), text(any(TEXTS))));
        }
        if (schema == null) {
            return any(CONDITIONS);
        }
        if (schema.has("$ref")) {
            String name = schema.get("$ref").asString().replaceFirst(".*/", "");
            return value(schemas.get(name), depth);
        }
        if (schema.has("enum")) {
            return text(any(List.copyOf(schema.get("enum").values())).asString());
        }
        String type = schema.at("/type").isArray()
                ? schema.get("type").get(0).asString()
                : schema.at("/type").asString("");
        return switch (type) {
            case "object" -> object(schema, depth);
            case "array" -> array(schema, depth);
            case "integer", "number" -> any(NUMBERS);
            case "boolean" -> any(List.of("true", "false"));
            case "string" ->
                text(
                        schema.at("/format").asString("").startsWith("date") && !one(3)
                                ? "2026-06-0" + (1 + random[0].nextInt(9))
                                : any(TEXTS));
            default -> any(CONDITIONS);
        };
    }

    private static final List<String> CONDITIONS = List.of(
            "{\"all\":[]}",
            "{\"not\":null}",
            "{\"all\":[null]}",
            "{\"event\":\"app_open\"}",
            "{\"event\":[]}",
            "{\"property\":\"platform\",\"is\":[]}",
            "{\"property\":\"platform\",\"matches\":\"(\"}",
            "{\"did\":{\"event\":\"app_open\"},\"atLeast\":-1}",
            "{\"did\":{\"active\":true},\"when\":{\"fromDay\":-5,\"toDay\":-9}}",
            "{\"segment\":1}",
            "{\"funnel\":{\"steps\":[]}}",
            "{\"followed\":{\"range\":{\"from\":\"2026-06-01\",\"to\":\"2026-06-01\"},\"grain\":\"WEEK\"}}",
            "{\"firstDid\":{\"all\":[]},\"when\":{\"lastDays\":99999999}}");

    private String object(JsonNode schema, int depth) {
        JsonNode properties = schema.get("properties");
        if (properties == null) {
            return any(CONDITIONS);
        }
        Map<String, String> fields = new LinkedHashMap<>();
        for (Map.Entry<String, JsonNode> property : properties.properties()) {
            if (!one(12)) {
                fields.put(property.getKey(), value(property.getValue(), depth + 1));
            }
        }
        if (one(30)) {
            fields.put("amung", "1");
        }
        StringBuilder object = new StringBuilder("{");
        fields.forEach((name, value) -> object.append(object.length() == 1 ? "" : ",")
                .append(text(name))
                .append(':')
                .append(value));
        return object.append('}').toString();
    }

    private String array(JsonNode schema, int depth) {
        List<String> elements = new ArrayList<>();
        for (int i = random[0].nextInt(3); i >= 0; i--) {
            elements.add(value(schema.get("items"), depth + 1));
        }
        return "[" + String.join(",", elements) + "]";
    }

    /** Half of a surrogate pair is written as an escape, as senders do that cut texts. */
    private static String text(String text) {
        StringBuilder json = new StringBuilder("\"");
        for (char c : text.toCharArray()) {
            if (c < ' ' || Character.isSurrogate(c)) {
                json.append(String.format("\\u%04x", (int) c));
            } else {
                json.append(c == '"' || c == '\\' ? "\\" : "").append(c);
            }
        }
        return json.append('"').toString();
    }
}
