package coldtide.server.store;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import java.time.Instant;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.type.SqlTypes;

/** What the watch had found of a case when somebody took it; nobody changes it. */
@Entity
public class CaseFinding {
    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Integer id;

    @Column(name = "case_id")
    private int caseId;

    private Instant taken;

    @Column(name = "taken_by")
    private String takenBy;

    private Instant watermark;
    private String incident;

    @JdbcTypeCode(SqlTypes.JSON)
    private String found;

    private int format = StoredForms.FORMAT;

    protected CaseFinding() {}

    /**
     * @param incident by which the watch names it
     * @param found all of it as JSON
     */
    public CaseFinding(int caseId, String takenBy, Instant watermark, String incident, String found) {
        this.caseId = caseId;
        this.takenBy = takenBy;
        this.watermark = watermark;
        this.incident = incident;
        this.found = found;
        taken = Instant.now();
    }

    /** Format of its JSON (see {@link StoredForms}). */
    public int format() {
        return format;
    }

    public int id() {
        return id;
    }

    public int caseId() {
        return caseId;
    }

    public Instant taken() {
        return taken;
    }

    public String takenBy() {
        return takenBy;
    }

    public Instant watermark() {
        return watermark;
    }

    public String incident() {
        return incident;
    }

    public String found() {
        return found;
    }
}
