package coldtide.server.store.anomaly;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import java.time.Instant;

/** What somebody says to a case. */
@Entity
public class CaseComment {
    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Integer id;

    @Column(name = "case_id")
    private int caseId;

    private Instant written;

    @Column(name = "written_by")
    private String writtenBy;

    private String text;

    protected CaseComment() {}

    public CaseComment(int caseId, String writtenBy, String text) {
        this.caseId = caseId;
        this.writtenBy = writtenBy;
        this.text = text;
        written = Instant.now();
    }

    public int id() {
        return id;
    }

    public Instant written() {
        return written;
    }

    public String writtenBy() {
        return writtenBy;
    }

    public String text() {
        return text;
    }
}
