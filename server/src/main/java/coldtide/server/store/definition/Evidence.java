package coldtide.server.store.definition;

import coldtide.server.store.StoredForms;
import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import java.time.Instant;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.type.SqlTypes;

/** An answer kept as it was; nobody changes it. */
@Entity
public class Evidence {
    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Integer id;

    @Column(name = "app_id")
    private int appId;

    private Instant kept;

    @Column(name = "kept_by")
    private String keptBy;

    private String room;
    private String address;
    private String question;
    private Instant watermark;

    @JdbcTypeCode(SqlTypes.JSON)
    private String findings;

    @JdbcTypeCode(SqlTypes.JSON)
    private String answer;

    private int format = StoredForms.FORMAT;

    protected Evidence() {}

    /**
     * @param address of the room with its question, from the app on
     * @param question in words
     * @param findings a list of texts as JSON
     * @param answer the numbers as JSON
     */
    public Evidence(
            int appId,
            String keptBy,
            String room,
            String address,
            String question,
            Instant watermark,
            String findings,
            String answer) {
        this.appId = appId;
        this.keptBy = keptBy;
        this.room = room;
        this.address = address;
        this.question = question;
        this.watermark = watermark;
        this.findings = findings;
        this.answer = answer;
        kept = Instant.now();
    }

    /** Format of its JSON (see {@link StoredForms}). */
    public int format() {
        return format;
    }

    /** All but the answer. */
    public EvidenceHead head() {
        return new EvidenceHead(id, format, room, address, question, watermark, findings, kept, keptBy);
    }

    public String answer() {
        return answer;
    }
}
