package coldtide.server.store;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import java.time.Instant;
import java.util.Optional;

/** One file brought in, and what became of its rows: read = taken + known + held back. */
@Entity
public class Import {
    /** How far it has come. */
    public enum State {
        WAITING,
        RUNNING,
        DONE,
        /** The file as a whole could not be read; the message says why. */
        REFUSED,
        /** It ended before its end; what was taken stays, and sending the file again takes the rest. */
        BROKEN_OFF
    }

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Integer id;

    @Column(name = "app_id")
    private int appId;

    @Column(name = "file_name")
    private String fileName;

    private long bytes;

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

    protected Import() {}

    public Import(int appId, String fileName, long bytes, String byUser) {
        this.appId = appId;
        this.fileName = fileName;
        this.bytes = bytes;
        this.byUser = byUser;
        state = State.WAITING;
        started = Instant.now();
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
