package coldtide.server.rows;

import coldtide.server.store.intake.RejectedRow.Kind;
import java.util.LinkedHashMap;
import java.util.Map;
import tools.jackson.core.JacksonException;
import tools.jackson.core.StreamReadConstraints;
import tools.jackson.core.StreamReadFeature;
import tools.jackson.core.exc.StreamConstraintsException;
import tools.jackson.core.json.JsonFactory;
import tools.jackson.databind.DeserializationFeature;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** JSON objects as flat fields: nested objects with dots, lists as JSON text, nothing for null. */
public final class JsonEvent {
    private static final int DEEPEST = 32;

    private static final JsonMapper MAPPER = JsonMapper.builder(JsonFactory.builder()
                    .streamReadConstraints(StreamReadConstraints.builder()
                            .maxNestingDepth(DEEPEST)
                            .maxNumberLength(100)
                            .build())
                    .enable(StreamReadFeature.STRICT_DUPLICATE_DETECTION)
                    .build())
            .enable(DeserializationFeature.USE_BIG_DECIMAL_FOR_FLOATS)
            .enable(DeserializationFeature.FAIL_ON_TRAILING_TOKENS)
            .build();

    private JsonEvent() {}

    /** The fields of a text that holds one JSON object. */
    public static Map<String, Object> flat(String json) throws RowFault {
        JsonNode node = tree(json);
        if (!node.isObject()) {
            throw new RowFault(Kind.FORM, null, "The line is no JSON object.");
        }
        return flat(node);
    }

    /** Reads JSON with bounds on its depth and its numbers, and no field twice. */
    public static JsonNode tree(String json) throws RowFault {
        try {
            return MAPPER.readTree(json);
        } catch (StreamConstraintsException e) {
            String reason = e.getMessage().contains("depth") || e.getMessage().contains("nesting")
                    ? "The JSON is nested more than " + DEEPEST + " deep."
                    : "The JSON holds a number or name that is far too long.";
            throw new RowFault(Kind.FORM, null, reason);
        } catch (JacksonException e) {
            int column =
                    e.getLocation() == null ? 0 : Math.max(0, e.getLocation().getColumnNr());
            throw new RowFault(Kind.FORM, null, "This is not valid JSON: " + said(e) + " (character " + column + ").");
        }
    }

    private static String said(JacksonException e) {
        String first = e.getOriginalMessage() == null
                ? ""
                : e.getOriginalMessage().lines().findFirst().orElse("");
        return first.length() > 160 ? first.substring(0, 160) + " …" : first;
    }

    /**
     * The fields of a JSON object.
     *
     * @throws RowFault if two fields have one name once nested ones are joined by dots
     */
    public static Map<String, Object> flat(JsonNode object) throws RowFault {
        Map<String, Object> fields = new LinkedHashMap<>();
        add("", object, fields);
        return fields;
    }

    private static void add(String before, JsonNode object, Map<String, Object> fields) throws RowFault {
        for (Map.Entry<String, JsonNode> field : object.properties()) {
            String name = before + field.getKey();
            JsonNode node = field.getValue();
            if (node.isObject()) {
                add(name + ".", node, fields);
            } else if (!node.isNull() && fields.put(name, value(node)) != null) {
                throw new RowFault(Kind.FORM, name, "\"" + name + "\" stands twice, once of them nested.");
            }
        }
    }

    private static Object value(JsonNode node) {
        if (node.isNumber()) {
            return node.decimalValue();
        }
        return node.isBoolean() ? (Object) node.booleanValue() : node.isArray() ? node.toString() : node.asString();
    }
}
