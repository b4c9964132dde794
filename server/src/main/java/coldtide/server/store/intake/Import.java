package coldtide.server.store.intake;

import coldtide.server.store.StoredForms;
import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.Version;
import java.time.Instant;
import java.util.Optional;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.type.SqlTypes;

/** One file brought in, from its first byte to its last row, and what became of the rows: read = taken + known + held back. */
@Entity
public class Import {
    /** State of an erasure. */
    public enum State {
        /** Its bytes are still coming. */
        UPLOADING,
        /** It is here and was looked at; somebody must say that it may be read. */
        LOOKED_AT,
        WAITING,
        RUNNING,
        DONE,
        /** The file as a whole could not be read; the message says why. */
        REFUSED,
        /** It ended before its end; what was taken stays, and sending the file again takes the rest. */
        BROKEN_OFF,
        /** Somebody stopped it; what was taken stays. */
        STOPPED;

        public boolean isEnd() {
            return this == DONE || this == REFUSED || this == BROKEN_OFF || this == STOPPED;
        }
    }

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Integer id;

    @Column(name = "app_id")
    private int appId;

    @Column(name = "file_name")
    private String fileName;

    private long bytes;

    @Column(name = "bytes_here")
    private long bytesHere;

    private String fingerprint;

    @JdbcTypeCode(SqlTypes.JSON)
    private String reading;

    @Column(name = "bytes_read")
    private long bytesRead;

    @Enumerated(EnumType.STRING)
    private State state;

    private Instant started;
    private Instant finished;

    @Column(name = "rows_read")
    private long rowsRead;

    private long taken;
    private long known;

    @Column(name = "held_back")
    private long heldBack;

    private String message;
    private Instant newest;

    @Column(name = "by_user")
    private String byUser;

    @Version
    private int version;

    private int format = StoredForms.FORMAT;

    protected Import() {}

    /**
     * @param bytes how long the file will be
     * @param fingerprint what tells the sender's file from others; null if it will not be gone on with
     */
    public Import(int appId, String fileName, long bytes, String fingerprint, String byUser) {
        this.appId = appId;
        this.fileName = fileName;
        this.bytes = bytes;
        this.fingerprint = fingerprint;
        this.byUser = byUser;
        state = State.UPLOADING;
        started = Instant.now();
    }

    /** Takes note of how much of the file is here. */
    public void here(long bytes) {
        bytesHere = bytes;
    }

    /** @param reading how it can be read, as JSON */
    public void lookedAt(String reading) {
        this.reading = reading;
        state = State.LOOKED_AT;
    }

    /** @param reading how it is to be read, as JSON */
    public void waiting(String reading) {
        this.reading = reading;
        state = State.WAITING;
        started = Instant.now();
    }

    /** Format of its JSON (see {@link StoredForms}). */
    public int format() {
        return format;
    }

    public void running() {
        state = State.RUNNING;
    }

    /** Counts one committed batch. */
    public void add(long taken, long known, long heldBack, long bytesRead, Optional<Instant> newest) {
        this.taken += taken;
        this.known += known;
        this.heldBack += heldBack;
        this.bytesRead = bytesRead;
        rowsRead += taken + known + heldBack;
        newest.filter(time -> this.newest == null || time.isAfter(this.newest)).ifPresent(time -> this.newest = time);
    }

    public void end(State state, String message) {
        this.state = state;
        this.message = message;
        finished = Instant.now();
    }

    public int id() {
        return id;
    }

    public int appId() {
        return appId;
    }

    public String fileName() {
        return fileName;
    }

    public long bytes() {
        return bytes;
    }

    public long bytesHere() {
        return bytesHere;
    }

    public Optional<String> reading() {
        return Optional.ofNullable(reading);
    }

    public long bytesRead() {
        return bytesRead;
    }

    public State state() {
        return state;
    }

    public Instant started() {
        return started;
    }

    public Optional<Instant> finished() {
        return Optional.ofNullable(finished);
    }

    public long rowsRead() {
        return rowsRead;
    }

    public long taken() {
        return taken;
    }

    public long known() {
        return known;
    }

    public long heldBack() {
        return heldBack;
    }

    public Optional<String> message() {
        return Optional.ofNullable(message);
    }

    public Optional<Instant> newest() {
        return Optional.ofNullable(newest);
    }

    public String byUser() {
        return byUser;
    }
}
