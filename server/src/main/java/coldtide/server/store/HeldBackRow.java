package coldtide.server.store;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import java.util.Optional;

/** A row that could not be accepted, kept with its place and the reason. */
@Entity
public class HeldBackRow {
    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Long id;

    @Column(name = "app_id")
    private int appId;

    @Column(name = "import_id")
    private int importId;

    private long line;
    private String field;
    private String reason;
    private String content;

    protected HeldBackRow() {}

    /**
     * @param line where in the file, 1 for the header
     * @param field the column at fault, if it is one
     * @param content the row's fields as CSV
     */
    public HeldBackRow(Import from, long line, Optional<String> field, String reason, String content) {
        appId = from.appId();
        importId = from.id();
        this.line = line;
        this.field = field.orElse(null);
        this.reason = reason;
        this.content = content;
    }

    public long id() {
        return id;
    }

    public int importId() {
        return importId;
    }

    public long line() {
        return line;
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
}
