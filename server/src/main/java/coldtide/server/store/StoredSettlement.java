package coldtide.server.store;

import coldtide.core.change.Settlement;
import coldtide.core.log.Money;
import jakarta.persistence.Column;
import jakarta.persistence.Embeddable;
import jakarta.persistence.EmbeddedId;
import jakarta.persistence.Entity;
import jakarta.persistence.Table;
import java.io.Serializable;
import java.math.BigDecimal;
import java.time.LocalDate;

/** What an advert network pays for a day of a platform. */
@Entity
@Table(name = "settlement")
public class StoredSettlement {
    @Embeddable
    record Key(@Column(name = "app_id") int appId, LocalDate day, String platform) implements Serializable {}

    @EmbeddedId
    private Key key;

    private long adverts;

    @Column(precision = 20, scale = 6)
    private BigDecimal amount;

    private String currency;

    protected StoredSettlement() {}

    public StoredSettlement(
            int appId, LocalDate day, String platform, long adverts, BigDecimal amount, String currency) {
        key = new Key(appId, day, platform);
        this.adverts = adverts;
        this.amount = amount;
        this.currency = currency;
    }

    public Settlement settlement() {
        return new Settlement(key.day(), key.platform(), adverts, Money.microsOf(amount), currency);
    }
}
