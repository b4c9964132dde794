package coldtide.core.register;

import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;

/**
 * One user as a row.
 *
 * @param owner whose it is (see {@code Shard.owner})
 * @param revenueMicros all types less refunds, millionths of the app's currency; {@code unconverted} amounts are not in it
 * @param lastActive nothing for a user who was never active
 * @param values latest values of the columns asked for
 */
public record PersonRow(
        long owner,
        Instant firstSeen,
        Instant lastSeen,
        Optional<LocalDate> lastActive,
        long events,
        int sessions,
        int activeDays,
        int installs,
        int purchases,
        long revenueMicros,
        int unconverted,
        List<Optional<String>> values) {
    public PersonRow {
        values = List.copyOf(values);
    }
}
