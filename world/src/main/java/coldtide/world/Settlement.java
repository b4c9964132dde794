package coldtide.world;

import java.math.BigDecimal;
import java.time.LocalDate;

/**
 * What the advert network counted and pays for one day on one platform, whatever the game reported.
 *
 * @param amount euro
 */
public record Settlement(LocalDate day, String platform, long adverts, BigDecimal amount) {}
