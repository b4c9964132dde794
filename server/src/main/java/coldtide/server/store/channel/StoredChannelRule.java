package coldtide.server.store.channel;

import coldtide.core.channel.ChannelRule;
import jakarta.persistence.Column;
import jakarta.persistence.Embeddable;
import jakarta.persistence.EmbeddedId;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Table;
import java.io.Serializable;

/** A rule of how people came, at its place among the others of its app. */
@Entity
@Table(name = "channel_rule")
public class StoredChannelRule {
    @Embeddable
    record Key(@Column(name = "app_id") int appId, int position) implements Serializable {}

    @EmbeddedId
    private Key key;

    @Enumerated(EnumType.STRING)
    private ChannelRule.Kind kind;

    private String property;

    @Enumerated(EnumType.STRING)
    private ChannelRule.Test test;

    @Column(name = "compared_with")
    private String comparedWith;

    private String channel;

    protected StoredChannelRule() {}

    public StoredChannelRule(int appId, int position, ChannelRule rule) {
        key = new Key(appId, position);
        kind = rule.kind();
        property = rule.property();
        test = rule.test();
        comparedWith = rule.value();
        channel = rule.channel();
    }

    public ChannelRule rule() {
        return new ChannelRule(kind, property, test, comparedWith, channel);
    }
}
