package coldtide.server.store.event;

import coldtide.core.log.rule.Money;
import java.time.Instant;
import java.util.Map;
import java.util.Optional;

/**
 * A checked event on its way into the store.
 *
 * @param source with {@code id} what makes a twice-sent event one event
 * @param account the account signed in, if any
 * @param context properties that stay the same from event to event of an install; events may share one instance
 * @param properties those particular to this event
 */
public record IncomingEvent(
        String source,
        String id,
        String name,
        Instant time,
        Instant received,
        String install,
        Optional<String> account,
        Map<String, String> context,
        Optional<Money> money,
        Map<String, Object> properties) {}
