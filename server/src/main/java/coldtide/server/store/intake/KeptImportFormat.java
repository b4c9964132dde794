package coldtide.server.store.intake;

import coldtide.server.store.StoredForms;
import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.Instant;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.type.SqlTypes;

/** Import format kept for the next file with the same columns. */
@Entity
@Table(name = "kept_reading")
public class KeptImportFormat {
    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Integer id;

    @Column(name = "app_id")
    private int appId;

    private String columns;

    @JdbcTypeCode(SqlTypes.JSON)
    private String reading;

    private Instant kept;

    @Column(name = "kept_by")
    private String keptBy;

    private int format = StoredForms.FORMAT;

    protected KeptImportFormat() {}

    public KeptImportFormat(int appId, String columns) {
        this.appId = appId;
        this.columns = columns;
    }

    /** @param reading as JSON */
    public void keep(String reading, String byUser) {
        this.reading = reading;
        kept = Instant.now();
        keptBy = byUser;
    }

    /** Format of its JSON (see {@link StoredForms}). */
    public int format() {
        return format;
    }

    public String reading() {
        return reading;
    }
}
