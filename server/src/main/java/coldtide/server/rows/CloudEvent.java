package coldtide.server.rows;

import coldtide.server.store.intake.RejectedRow.Kind;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import tools.jackson.databind.JsonNode;

/**
 * An event in the JSON format of the CloudEvents specification, version 1.0: {@code id} and {@code source} are the sender's,
 * {@code type} is the name, {@code time} the sender's clock. What it is about stands in {@code data}, or in extension
 * attributes: {@code install}, {@code account}, {@code amount}, {@code currency}, {@code revenue_type}, {@code sent} by the
 * handbook's words, anything else a property. Where no install is named it is the {@code subject}; where there is neither that
 * nor an account, it is the {@code source}.
 */
public final class CloudEvent {
    /** Attributes of the specification that are no part and no property of the event. */
    private static final Set<String> ENVELOPE =
            Set.of("specversion", "id", "source", "type", "time", "subject", "data");

    private static final String JSON_TYPE = "application/json";

    private static final Map<String, ColumnMeaning> PARTS = Stream.of(
                    ColumnMeaning.INSTALL,
                    ColumnMeaning.ACCOUNT,
                    ColumnMeaning.AMOUNT,
                    ColumnMeaning.CURRENCY,
                    ColumnMeaning.REVENUE_TYPE,
                    ColumnMeaning.SENT)
            .collect(Collectors.toMap(ColumnMeaning::word, part -> part));

    private CloudEvent() {}

    /** @throws RowFault if a required attribute is missing or the version is another */
    public static RowFields fields(JsonNode event) throws RowFault {
        if (!event.isObject()) {
            throw new RowFault(Kind.FORM, null, "The event is no JSON object.");
        }
        if (!"1.0".equals(text(event, "specversion"))) {
            throw new RowFault(
                    Kind.FORM,
                    "specversion",
                    "\"specversion\" must be 1.0, not \"" + text(event, "specversion") + "\".");
        }
        RowFields fields = new RowFields();
        required(fields, event, ColumnMeaning.ID, "id");
        required(fields, event, ColumnMeaning.SOURCE, "source");
        required(fields, event, ColumnMeaning.NAME, "type");
        fields.part(ColumnMeaning.TIME, "time", text(event, "time"));
        JsonEvent.flat(event).forEach((name, value) -> attribute(fields, name, value));
        JsonNode data = event.get("data");
        if (data != null && data.isObject()) {
            JsonEvent.flat(data).forEach((name, value) -> add(fields, name, value));
        } else if (data != null && !data.isNull()) {
            fields.property("data", data.isString() ? data.asString() : data.toString());
        }
        if (fields.text(ColumnMeaning.INSTALL).isEmpty()) {
            String subject = text(event, "subject");
            if (!subject.isEmpty()) {
                fields.part(ColumnMeaning.INSTALL, "subject", subject);
            } else if (fields.text(ColumnMeaning.ACCOUNT).isEmpty()) {
                fields.part(ColumnMeaning.INSTALL, "source", text(event, "source"));
            }
        }
        return fields;
    }

    private static void required(RowFields fields, JsonNode event, ColumnMeaning part, String name) throws RowFault {
        if (text(event, name).isBlank()) {
            throw new RowFault(Kind.MISSING, name, "\"" + name + "\" is missing; every CloudEvent has one.");
        }
        fields.part(part, name, text(event, name));
    }

    private static void attribute(RowFields fields, String name, Object value) {
        boolean plainJson = name.equals("datacontenttype") && JSON_TYPE.equals(value);
        if (!ENVELOPE.contains(name) && !name.startsWith("data.") && !plainJson) {
            add(fields, name, value);
        }
    }

    private static void add(RowFields fields, String name, Object value) {
        ColumnMeaning part = PARTS.get(name);
        if (part == null) {
            fields.property(name, value);
        } else {
            fields.part(part, name, value);
        }
    }

    private static String text(JsonNode event, String name) {
        JsonNode value = event.get(name);
        return value == null || value.isNull() ? "" : value.asString("");
    }
}
