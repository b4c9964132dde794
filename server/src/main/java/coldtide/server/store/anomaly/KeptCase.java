package coldtide.server.store.anomaly;

import coldtide.server.store.StoredForms;
import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.Version;
import java.time.Instant;
import java.time.LocalDate;
import java.util.Optional;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.type.SqlTypes;

/** What somebody keeps of a sudden change; what was found of it stands beside it ({@link CaseFinding}). */
@Entity
public class KeptCase {
    /** How far it has got. */
    public enum Status {
        OPEN,
        EXPLAINED,
        ACTED_ON,
        CLOSED
    }

    /**
     * Description by members.
     *
     * @param words by step of the argument, in place of the computed ones, as JSON
     * @param action what was done
     * @param acted from which day on that should help
     */
    public record Said(String title, Status status, String words, String action, Optional<LocalDate> acted) {}

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Integer id;

    @Column(name = "app_id")
    private int appId;

    @Version
    private int version;

    private String title;

    @Enumerated(EnumType.STRING)
    private Status status;

    @JdbcTypeCode(SqlTypes.JSON)
    private String words;

    private String action;
    private LocalDate acted;
    private Instant opened;

    @Column(name = "opened_by")
    private String openedBy;

    private Instant changed;

    @Column(name = "changed_by")
    private String changedBy;

    private int format = StoredForms.FORMAT;

    protected KeptCase() {}

    public KeptCase(int appId, String title, String byUser) {
        this.appId = appId;
        change(new Said(title, Status.OPEN, "{}", "", Optional.empty()), byUser);
        opened = changed;
        openedBy = byUser;
    }

    public void change(Said said, String byUser) {
        title = said.title();
        status = said.status();
        words = said.words();
        action = said.action();
        acted = said.acted().orElse(null);
        changed = Instant.now();
        changedBy = byUser;
    }

    /** Format of its JSON (see {@link StoredForms}). */
    public int format() {
        return format;
    }

    public int id() {
        return id;
    }

    public int version() {
        return version;
    }

    public Said said() {
        return new Said(title, status, words, action, Optional.ofNullable(acted));
    }

    public Instant opened() {
        return opened;
    }

    public String openedBy() {
        return openedBy;
    }

    public Instant changed() {
        return changed;
    }

    public String changedBy() {
        return changedBy;
    }
}
