package coldtide.server.store.event;

import coldtide.core.log.EventLogBuilder;
import coldtide.core.log.RawEvent;
import it.unimi.dsi.fastutil.objects.Object2IntOpenHashMap;
import tools.jackson.core.JsonParser;
import tools.jackson.core.JsonToken;
import tools.jackson.core.ObjectReadContext;
import tools.jackson.core.exc.StreamConstraintsException;
import tools.jackson.core.json.JsonFactory;
import tools.jackson.core.util.JsonRecyclerPools;

/** Reads the properties of events, kept as flat JSON objects, into the columns of a log. For one thread. */
final class EventValues {
    /** Buffers are each thread's own; the usual pool for all threads costs more than reading a small object does. */
    static final JsonFactory JSON = JsonFactory.builder()
            .recyclerPool(JsonRecyclerPools.threadLocalPool())
            .build();

    /** Numbers from here on were never summed exactly; none has been accepted since. */
    private static final double LARGEST = 0x1p63;

    static final String QUANTITY = "quantity";

    private final EventLogBuilder builder;
    private boolean hadQuantity;
    private final Object2IntOpenHashMap<String> numbers = new Object2IntOpenHashMap<>();
    private final Object2IntOpenHashMap<String> texts = new Object2IntOpenHashMap<>();

    EventValues(EventLogBuilder builder) {
        this.builder = builder;
    }

    /** The next event comes, perhaps without any properties. */
    void begin() {
        hadQuantity = false;
    }

    /** Whether the event says how many were bought. */
    boolean hadQuantity() {
        return hadQuantity;
    }

    /**
     * Reads one object into {@code into}; what is neither number, text nor true/false is left out.
     *
     * @return whether all of it could be read: false where a number is no finite double below 2^63, as events hold that were
     *     stored before such numbers were rejected
     */
    boolean read(byte[] json, int from, int length, RawEvent into) {
        try (JsonParser parser = JSON.createParser(ObjectReadContext.empty(), json, from, length)) {
            boolean whole = true;
            parser.nextToken();
            while (parser.nextToken() == JsonToken.PROPERTY_NAME) {
                String name = parser.currentName();
                hadQuantity |= name.equals(QUANTITY);
                whole &= value(name, parser.nextToken(), parser, into);
            }
            return whole;
        } catch (StreamConstraintsException hugeNumber) {
            return false;
        }
    }

    private boolean value(String name, JsonToken token, JsonParser parser, RawEvent into) {
        switch (token) {
            case VALUE_NUMBER_INT, VALUE_NUMBER_FLOAT -> {
                double number = parser.getDoubleValue();
                if (!(Math.abs(number) <= LARGEST)) {
                    return false;
                }
                into.value(numbers.computeIfAbsent(name, builder::numberColumn), number);
            }
            case VALUE_STRING, VALUE_TRUE, VALUE_FALSE -> {
                int column = texts.computeIfAbsent(name, builder::textColumn);
                into.value(column, builder.textCode(column, parser.getString()));
            }
            default -> parser.skipChildren();
        }
        return true;
    }
}
