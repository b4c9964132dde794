package coldtide.world;

import java.time.Instant;
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

    /**
     * One event.
     *
     * @param id in place of its own
     * @param install in place of its own
     * @param extra further data, in place of the event's own where it has the same
     * @param time by the device's clock
     * @param sent when the device sends it, by its clock
     */
    static Map<String, Object> event(
            WorldEvent event, String id, String install, Map<String, Object> extra, Instant time, Instant sent) {
        Map<String, Object> message = new LinkedHashMap<>();
        message.put("specversion", "1.0");
        message.put("id", id);
        message.put("source", event.source());
        message.put("type", event.name());
        message.put("time", time.toString());
        message.put("sent", sent.toString());
        Map<String, Object> data = new LinkedHashMap<>();
        data.put("install", install);
        if (!event.account().isEmpty()) {
            data.put("account", event.account());
        }
        data.putAll(event.context().properties());
        data.putAll(event.properties());
        if (event.payment() != null) {
            data.put("amount", event.payment().amount());
            data.put("currency", event.payment().currency());
            data.put("revenue_type", event.payment().type());
        }
        data.putAll(extra);
        message.put("data", data);
        return message;
    }
}
