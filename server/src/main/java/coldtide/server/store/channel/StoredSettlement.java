package coldtide.server.store.channel;

import coldtide.core.anomaly.explain.Settlement;
import coldtide.core.log.rule.Money;
import jakarta.persistence.Column;
import jakarta.persistence.Embeddable;
import jakarta.persistence.EmbeddedId;
import jakarta.persistence.Entity;
import jakarta.persistence.Table;
import java.io.Serializable;
import java.math.BigDecimal;
import java.time.LocalDate;

/** Settlement of an advert network for one day and platform. */
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
