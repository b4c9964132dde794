package coldtide.server.store;

import jakarta.persistence.Column;
import jakarta.persistence.Embeddable;
import jakarta.persistence.EmbeddedId;
import jakarta.persistence.Entity;
import java.io.Serializable;
import java.time.Instant;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.type.SqlTypes;

/** Some events, by a name that stands for them wherever an event can. */
@Entity
public class Behaviour {
    /** Which behaviour of which app. */
    @Embeddable
    public record Key(@Column(name = "app_id") int appId, String name) implements Serializable {}

    @EmbeddedId
    private Key key;

    private String description;
    private String owner;

    @JdbcTypeCode(SqlTypes.JSON)
    private String what;

    private Instant changed;

    @Column(name = "changed_by")
    private String changedBy;

    protected Behaviour() {}

    /** @param what a condition on events as JSON */
    public Behaviour(int appId, String name, String description, String owner, String what, String byUser) {
        key = new Key(appId, name);
        this.description = description;
        this.owner = owner;
        this.what = what;
        changed = Instant.now();
        changedBy = byUser;
    }

    public String name() {
        return key.name();
    }

    public String description() {
        return description;
    }

    public String owner() {
        return owner;
    }

    public String what() {
        return what;
    }

    public Instant changed() {
        return changed;
    }

    public String changedBy() {
        return changedBy;
    }
}
