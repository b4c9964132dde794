package coldtide.world;

import java.math.BigDecimal;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;

/** What the advert network pays for, added up by day and platform while the world is made. */
public final class SettlementBook {
    private final ZoneId zone;
    private final Map<LocalDate, Map<String, Settlement>> byDay = new TreeMap<>();

    SettlementBook(ZoneId zone) {
        this.zone = zone;
    }

    void add(List<Diary.Settled> adverts) {
        for (Diary.Settled advert : adverts) {
            LocalDate day = LocalDate.ofInstant(Instant.ofEpochMilli(advert.timeMillis()), zone);
            byDay.computeIfAbsent(day, fresh -> new TreeMap<>())
                    .merge(
                            advert.platform(),
                            new Settlement(day, advert.platform(), 1, advert.amount()),
                            SettlementBook::both);
        }
    }

    private static Settlement both(Settlement some, Settlement more) {
        BigDecimal amount = some.amount().add(more.amount());
        return new Settlement(some.day(), some.platform(), some.adverts() + more.adverts(), amount);
    }

    /** By day, then by platform. */
    public List<Settlement> settlements() {
        return byDay.values().stream()
                .flatMap(platforms -> platforms.values().stream())
                .toList();
    }
}
