package coldtide.server.store.app;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import java.time.Instant;
import java.util.Optional;
import org.hibernate.annotations.DynamicUpdate;

/** A key by which a program sends an app's events. Only its hash is kept. */
@Entity
@DynamicUpdate // two members who change different things at once do not undo each other
public class AppKey {
    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Integer id;

    @Column(name = "app_id")
    private int appId;

    private String name;
    private byte[] hash;

    @Column(name = "per_second")
    private int perSecond;

    private Instant created;

    @Column(name = "created_by")
    private String createdBy;

    @Column(name = "last_used")
    private Instant lastUsed;

    private Instant revoked;

    protected AppKey() {}

    /** @param perSecond how many events it may send a second */
    public AppKey(int appId, String name, byte[] hash, int perSecond, String createdBy) {
        this.appId = appId;
        this.name = name;
        this.hash = hash.clone();
        this.perSecond = perSecond;
        this.createdBy = createdBy;
        created = Instant.now();
    }

    public void revoke() {
        revoked = Instant.now();
    }

    public int id() {
        return id;
    }

    public int appId() {
        return appId;
    }

    public String name() {
        return name;
    }

    public int perSecond() {
        return perSecond;
    }

    public Instant created() {
        return created;
    }

    public String createdBy() {
        return createdBy;
    }

    public Optional<Instant> lastUsed() {
        return Optional.ofNullable(lastUsed);
    }

    public Optional<Instant> revoked() {
        return Optional.ofNullable(revoked);
    }
}
