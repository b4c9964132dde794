package coldtide.server.store.app;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.Instant;
import java.util.Optional;

/** Something that happened to the app at a time or over a span, other than a release. */
@Entity
@Table(name = "mark")
public class Annotation {
    /** Kind of annotation. */
    public enum Kind {
        CAMPAIGN,
        INCIDENT,
        HOLIDAY,
        NOTE
    }

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Integer id;

    @Column(name = "app_id")
    private int appId;

    @Enumerated(EnumType.STRING)
    private Kind kind;

    private String name;
    private Instant starts;
    private Instant ends;

    protected Annotation() {}

    public Annotation(int appId, Kind kind, String name, Instant starts, Optional<Instant> ends) {
        this.appId = appId;
        this.kind = kind;
        this.name = name;
        this.starts = starts;
        this.ends = ends.orElse(null);
    }

    public void change(Kind kind, String name, Instant starts, Optional<Instant> ends) {
        this.kind = kind;
        this.name = name;
        this.starts = starts;
        this.ends = ends.orElse(null);
    }

    public int id() {
        return id;
    }

    public Kind kind() {
        return kind;
    }

    public String name() {
        return name;
    }

    public Instant starts() {
        return starts;
    }

    public Optional<Instant> ends() {
        return Optional.ofNullable(ends);
    }
}
