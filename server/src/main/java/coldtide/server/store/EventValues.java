package coldtide.server.store;

import coldtide.core.log.EventLogBuilder;
import coldtide.core.log.RawEvent;
import it.unimi.dsi.fastutil.objects.Object2IntOpenHashMap;
import tools.jackson.core.JsonParser;
import tools.jackson.core.JsonToken;
import tools.jackson.core.ObjectReadContext;
import tools.jackson.core.json.JsonFactory;
import tools.jackson.core.util.JsonRecyclerPools;

/** Reads the properties of events, kept as flat JSON objects, into the columns of a log. For one thread. */
final class EventValues {
    /** Buffers are each thread's own; the usual pool for all threads costs more than reading a small object does. */
    static final JsonFactory JSON = JsonFactory.builder()
            .recyclerPool(JsonRecyclerPools.threadLocalPool())
            .build();

    private final EventLogBuilder builder;
    private final Object2IntOpenHashMap<String> numbers = new Object2IntOpenHashMap<>();
    private final Object2IntOpenHashMap<String> texts = new Object2IntOpenHashMap<>();

    EventValues(EventLogBuilder builder) {
        this.builder = builder;
    }

    /** @param json one object; what is neither number, text nor true/false is left out */
    void read(byte[] json, int from, int length, RawEvent into) {
        try (JsonParser parser = JSON.createParser(ObjectReadContext.empty(), json, from, length)) {
            parser.nextToken();
            while (parser.nextToken() == JsonToken.PROPERTY_NAME) {
                String name = parser.currentName();
                value(name, parser.nextToken(), parser, into);
            }
        }
    }

    private void value(String name, JsonToken token, JsonParser parser, RawEvent into) {
        switch (token) {
            case VALUE_NUMBER_INT, VALUE_NUMBER_FLOAT ->
                into.value(numbers.computeIfAbsent(name, builder::numberColumn), parser.getDoubleValue());
            case VALUE_STRING, VALUE_TRUE, VALUE_FALSE ->
                into.value(texts.computeIfAbsent(name, builder::textColumn), builder.textCode(parser.getString()));
            default -> parser.skipChildren();
        }
    }
}
