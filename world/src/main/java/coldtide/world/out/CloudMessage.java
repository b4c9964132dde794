package coldtide.world.out;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import tools.jackson.databind.json.JsonMapper;

/** World events as a batch in the JSON format of the CloudEvents specification, version 1.0. */
final class CloudMessage {
    static final String TYPE = "application/cloudevents-batch+json";

    private static final JsonMapper JSON = JsonMapper.builder().build();

    private CloudMessage() {}

    static String of(List<Map<String, Object>> events) {
        return JSON.writeValueAsString(events);
    }

    /** One event from its fields: those the specification knows as attributes, the rest as data. */
    static Map<String, Object> event(Map<String, Object> fields) {
        Map<String, Object> message = new LinkedHashMap<>();
        Map<String, Object> data = new LinkedHashMap<>(fields);
        message.put("specversion", "1.0");
        message.put("id", data.remove("id"));
        message.put("source", data.remove("source"));
        message.put("type", data.remove("name"));
        message.put("time", data.remove("time"));
        message.put("sent", data.remove("sent"));
        data.remove("received"); // the receiver knows better
        message.put("data", data);
        return message;
    }
}
