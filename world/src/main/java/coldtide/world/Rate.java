package coldtide.world;

import java.math.BigDecimal;
import java.time.LocalDate;

/** One unit of {@code currency} was worth {@code rate} of the app's currency on {@code day}. */
public record Rate(String currency, LocalDate day, BigDecimal rate) {}
