package coldtide.world;

import java.math.BigDecimal;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.Map;

/**
 * One event as a device would send it.
 *
 * @param id unique within {@code source}
 * @param source the sender
 * @param timeMillis milliseconds since 1970 UTC when it happened
 * @param receivedMillis the same when it arrived
 * @param clockAheadMillis by how much the device's clock, which it states its times by, is ahead
 * @param account empty while not signed in
 * @param payment null when no money changes hands
 * @param properties what is particular to this event, in writing order
 */
public record WorldEvent(
        String id,
        String source,
        String name,
        long timeMillis,
        long receivedMillis,
        long clockAheadMillis,
        String install,
        String account,
        WorldContext context,
        Payment payment,
        Map<String, Object> properties) {
    public WorldEvent {
        properties = Collections.unmodifiableMap(new LinkedHashMap<>(properties));
    }

    /**
     * Money in an event.
     *
     * @param type purchase, ad, subscription or refund
     */
    public record Payment(BigDecimal amount, String currency, String type) {}
}
