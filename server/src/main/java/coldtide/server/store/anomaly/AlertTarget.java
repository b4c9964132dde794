package coldtide.server.store.anomaly;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import java.time.Instant;
import java.util.Optional;
import org.hibernate.annotations.DynamicUpdate;

/** Where alerts of an app go. */
@Entity
@DynamicUpdate // two members who change different things at once do not undo each other
public class AlertTarget {
    /** How. */
    public enum Kind {
        MAIL,
        WEBHOOK
    }

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Integer id;

    @Column(name = "app_id")
    private int appId;

    @Enumerated(EnumType.STRING)
    private Kind kind;

    private String address;
    private String secret;
    private Instant added;

    @Column(name = "added_by")
    private String addedBy;

    @Column(name = "allowed_by")
    private String allowedBy;

    private Instant ended;

    protected AlertTarget() {}

    /** @param secret by which what goes to a webhook is signed; empty for a mail */
    public AlertTarget(int appId, Kind kind, String address, String secret, String byUser) {
        this.appId = appId;
        this.kind = kind;
        this.address = address;
        this.secret = secret;
        added = Instant.now();
        addedBy = byUser;
    }

    public void allow(String byUser) {
        allowedBy = byUser;
    }

    public void end() {
        ended = Instant.now();
    }

    /** Whether it gets anything: mails stay in the house, a webhook must have been allowed. */
    public boolean isOpen() {
        return ended == null && (kind == Kind.MAIL || allowedBy != null);
    }

    public int id() {
        return id;
    }

    public int appId() {
        return appId;
    }

    public Kind kind() {
        return kind;
    }

    public String address() {
        return address;
    }

    public String secret() {
        return secret;
    }

    public Instant added() {
        return added;
    }

    public String addedBy() {
        return addedBy;
    }

    public Optional<String> allowedBy() {
        return Optional.ofNullable(allowedBy);
    }
}
