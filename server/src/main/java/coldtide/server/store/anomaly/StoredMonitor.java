package coldtide.server.store.anomaly;

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

/** A monitor that a member created, as stored. */
@Entity
@Table(name = "watched")
public class StoredMonitor {
    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Integer id;

    @Column(name = "app_id")
    private int appId;

    private String name;

    @Column(name = "is_worse_above")
    private boolean isWorseAbove;

    @JdbcTypeCode(SqlTypes.JSON)
    private String question;

    private Instant made;

    @Column(name = "made_by")
    private String madeBy;

    private Instant ended;

    private int format = StoredForms.FORMAT;

    protected StoredMonitor() {}

    /**
     * @param isWorseAbove whether a rise is what people want to be told
     * @param question of a measure, or of people alone, as JSON
     */
    public StoredMonitor(int appId, String name, boolean isWorseAbove, String question, String byUser) {
        this.appId = appId;
        this.name = name;
        this.isWorseAbove = isWorseAbove;
        this.question = question;
        made = Instant.now();
        madeBy = byUser;
    }

    /** Format of its JSON (see {@link StoredForms}). */
    public int format() {
        return format;
    }

    public void end() {
        ended = Instant.now();
    }

    public int id() {
        return id;
    }

    public String name() {
        return name;
    }

    public boolean isWorseAbove() {
        return isWorseAbove;
    }

    public String question() {
        return question;
    }

    public Instant made() {
        return made;
    }

    public String madeBy() {
        return madeBy;
    }
}
