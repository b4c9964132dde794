package coldtide.core.log;

import static java.util.Objects.requireNonNull;

import coldtide.core.log.rule.Money;
import java.util.Map;
import java.util.Optional;

/**
 * One event of a user as plain values.
 *
 * @param row its place in the shard
 * @param account the account it names, or {@link RawEvent#NOBODY}
 * @param context what stays the same from event to event of the install
 * @param values its own properties, texts or numbers
 * @param money as it was paid
 */
public record PersonEvent(
        int row,
        long install,
        long account,
        long timeMillis,
        long receivedMillis,
        String name,
        Map<String, String> context,
        Map<String, Object> values,
        Optional<Money> money) {
    public PersonEvent {
        requireNonNull(name, "name");
        context = Map.copyOf(context);
        values = Map.copyOf(values);
    }
}
