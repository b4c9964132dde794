package coldtide.server.store.definition;

import coldtide.server.store.StoredForms;
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
    /** Key: app and name. */
    @Embeddable
    public record Key(@Column(name = "app_id") int appId, String name) implements Serializable {}

    @EmbeddedId
    private Key key;

    private String description;
    private String owner;

    @JdbcTypeCode(SqlTypes.JSON)
    private String what;

    @Column(name = "ends_first_path")
    private boolean endsFirstPath;

    private Instant changed;

    @Column(name = "changed_by")
    private String changedBy;

    private int format = StoredForms.FORMAT;

    protected Behaviour() {}

    /**
     * Description by members.
     *
     * @param what a condition on events as JSON
     * @param endsFirstPath whether doing it ends the first-time path
     */
    public record Words(String description, String owner, String what, boolean endsFirstPath) {}

    public Behaviour(int appId, String name, Words words, String byUser) {
        key = new Key(appId, name);
        description = words.description();
        owner = words.owner();
        what = words.what();
        endsFirstPath = words.endsFirstPath();
        changed = Instant.now();
        changedBy = byUser;
    }

    /** Format of its JSON (see {@link StoredForms}). */
    public int format() {
        return format;
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

    public boolean endsFirstPath() {
        return endsFirstPath;
    }

    public Instant changed() {
        return changed;
    }

    public String changedBy() {
        return changedBy;
    }
}
