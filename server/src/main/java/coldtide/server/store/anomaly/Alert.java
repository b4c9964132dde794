package coldtide.server.store.anomaly;

import coldtide.server.store.StoredForms;
import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import java.time.Instant;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.type.SqlTypes;

/** One incident that people were told of. */
@Entity
public class Alert {
    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Integer id;

    @Column(name = "app_id")
    private int appId;

    private Instant raised;
    private String incident;
    private String title;
    private String words;

    @JdbcTypeCode(SqlTypes.JSON)
    private String found;

    private int format = StoredForms.FORMAT;

    protected Alert() {}

    /**
     * @param incident by which the watch names it
     * @param found what was found of it last, as JSON: by this it is known again
     */
    public Alert(int appId, String incident, String title, String words, String found) {
        this.appId = appId;
        this.incident = incident;
        this.title = title;
        this.words = words;
        this.found = found;
        raised = Instant.now();
    }

    public void foundAgain(String now) {
        found = now;
    }

    /** Format of its JSON (see {@link StoredForms}). */
    public int format() {
        return format;
    }

    public int id() {
        return id;
    }

    public int appId() {
        return appId;
    }

    public Instant raised() {
        return raised;
    }

    public String incident() {
        return incident;
    }

    public String title() {
        return title;
    }

    public String words() {
        return words;
    }

    public String found() {
        return found;
    }
}
