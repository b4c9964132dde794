package coldtide.server.store.anomaly;

import coldtide.server.store.StoredForms;
import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import java.time.Instant;
import java.time.LocalDate;
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
    private String kind;

    @Column(name = "days_from")
    private LocalDate from;

    @Column(name = "days_to")
    private LocalDate to;

    @JdbcTypeCode(SqlTypes.JSON)
    private String found;

    private int format;

    protected CaseFinding() {}

    /**
     * @param head what lists say of it
     * @param found all of it as JSON
     */
    public CaseFinding(String takenBy, Instant watermark, CaseHead head, String found) {
        caseId = head.caseId();
        format = head.format();
        incident = head.incident();
        kind = head.kind();
        from = head.from();
        to = head.to();
        this.takenBy = takenBy;
        this.watermark = watermark;
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

    public Instant taken() {
        return taken;
    }

    public String takenBy() {
        return takenBy;
    }

    public Instant watermark() {
        return watermark;
    }

    public String found() {
        return found;
    }
}
