package coldtide.server.store.member;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import java.time.Instant;
import java.util.Optional;
import org.hibernate.annotations.Immutable;

/** An entry of the audit log. It is never changed. */
@Entity
@Immutable
public class AuditEntry {
    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Long id;

    private Instant at;
    private String who;

    @Column(name = "app_id")
    private Integer appId;

    private String action;
    private String detail;

    protected AuditEntry() {}

    /** @param appId null where no single app is concerned */
    public AuditEntry(String who, Integer appId, String action, String detail) {
        at = Instant.now();
        this.who = who;
        this.appId = appId;
        this.action = action;
        this.detail = detail;
    }

    public long id() {
        return id;
    }

    public Instant at() {
        return at;
    }

    public String who() {
        return who;
    }

    public Optional<Integer> appId() {
        return Optional.ofNullable(appId);
    }

    public String action() {
        return action;
    }

    public String detail() {
        return detail;
    }
}
