package coldtide.world;

import java.math.BigDecimal;
import java.time.LocalDate;

/** What was paid for a channel on a day, in the app's currency. */
public record Cost(String channel, LocalDate day, BigDecimal amount) {}
