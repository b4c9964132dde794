package coldtide.server.store.app;

import jakarta.persistence.Column;
import jakarta.persistence.Embeddable;
import jakarta.persistence.EmbeddedId;
import jakarta.persistence.Entity;
import java.io.Serializable;
import java.math.BigDecimal;
import java.time.LocalDate;

/** Exchange rate of a currency to the app's currency on a day. */
@Entity
public class ExchangeRate {
    @Embeddable
    record Key(@Column(name = "app_id") int appId, String currency, LocalDate day) implements Serializable {}

    @EmbeddedId
    private Key key;

    @Column(precision = 20, scale = 10)
    private BigDecimal rate;

    protected ExchangeRate() {}

    public ExchangeRate(int appId, String currency, LocalDate day, BigDecimal rate) {
        key = new Key(appId, currency, day);
        this.rate = rate;
    }

    public String currency() {
        return key.currency();
    }

    public LocalDate day() {
        return key.day();
    }

    public BigDecimal rate() {
        return rate;
    }
}
