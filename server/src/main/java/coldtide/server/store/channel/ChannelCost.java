package coldtide.server.store.channel;

import coldtide.core.channel.Costs;
import coldtide.core.log.rule.Money;
import jakarta.persistence.Column;
import jakarta.persistence.Embeddable;
import jakarta.persistence.EmbeddedId;
import jakarta.persistence.Entity;
import java.io.Serializable;
import java.math.BigDecimal;
import java.time.LocalDate;

/** Cost of a channel on a day. */
@Entity
public class ChannelCost {
    @Embeddable
    record Key(@Column(name = "app_id") int appId, String channel, LocalDate day) implements Serializable {}

    @EmbeddedId
    private Key key;

    @Column(precision = 20, scale = 6)
    private BigDecimal amount;

    private String currency;

    protected ChannelCost() {}

    public ChannelCost(int appId, String channel, LocalDate day, BigDecimal amount, String currency) {
        key = new Key(appId, channel, day);
        this.amount = amount;
        this.currency = currency;
    }

    public String channel() {
        return key.channel();
    }

    public LocalDate day() {
        return key.day();
    }

    public Costs.Paid paid() {
        return new Costs.Paid(channel(), day(), Money.microsOf(amount), currency);
    }
}
