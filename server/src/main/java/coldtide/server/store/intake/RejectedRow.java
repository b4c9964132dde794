package coldtide.server.store.intake;

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

/** A row that could not be accepted, kept as it came with its place and the reason. Written in bulk. */
@Entity
@Table(name = "held_back_row")
public class RejectedRow {
    /** What was wrong, roughly; the reason says it exactly. */
    public enum Kind {
        /** Not readable as a row at all: wrong number of fields, broken JSON. */
        FORM,
        /** A value that every event needs is not there. */
        MISSING,
        TIME,
        MONEY,
        TOO_LONG,
        NOT_TEXT,
        /** Beyond what can be kept and added up. */
        NUMBER,
        /** The app has as many different names or versions as it may have. */
        LIMIT,
        OTHER
    }

    /**
     * What is wrong with a row.
     *
     * @param line its line in the file, or its place in the message; 1 is the first
     * @param field the field at fault, if it is one
     * @param reason a sentence
     * @param content the row as it came
     */
    public record Fault(long line, Kind kind, Optional<String> field, String reason, String content) {}

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Long id;

    @Column(name = "app_id")
    private int appId;

    @Column(name = "import_id")
    private Integer importId;

    @Column(name = "key_id")
    private Integer keyId;

    private long line;

    @Enumerated(EnumType.STRING)
    private Kind kind;

    private String field;
    private String reason;
    private String content;
    private Instant arrived;
    private Instant settled;

    protected RejectedRow() {}

    /** Takes note that the row, corrected or as it was, has been taken. */
    public void settle() {
        settled = Instant.now();
    }

    /** Sent again, it could still not be taken. */
    public void stillHeldBack(Fault fault) {
        kind = fault.kind();
        field = fault.field().orElse(null);
        reason = fault.reason();
        content = fault.content();
    }

    public long id() {
        return id;
    }

    public int appId() {
        return appId;
    }

    public Optional<Integer> importId() {
        return Optional.ofNullable(importId);
    }

    public Optional<Integer> keyId() {
        return Optional.ofNullable(keyId);
    }

    public long line() {
        return line;
    }

    public Kind kind() {
        return kind;
    }

    public Optional<String> field() {
        return Optional.ofNullable(field);
    }

    public String reason() {
        return reason;
    }

    public String content() {
        return content;
    }

    public Instant arrived() {
        return arrived;
    }

    public Optional<Instant> settled() {
        return Optional.ofNullable(settled);
    }
}
