package coldtide.server.store.erasure;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.type.SqlTypes;

/** A user who is to be erased, or was. Once done it no longer says who. */
@Entity
public class Erasure {
    /** State of an erasure. */
    public enum State {
        WAITING,
        DONE,
        /** It is tried again at the next start. */
        FAILED
    }

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Integer id;

    @Column(name = "app_id")
    private int appId;

    private Long owner;

    @Enumerated(EnumType.STRING)
    private State state = State.WAITING;

    private Instant requested = Instant.now();

    @Column(name = "requested_by")
    private String requestedBy;

    private Instant finished;
    private long events;

    @Column(name = "rejected_rows")
    private long rejectedRows;

    /** Null until it was looked where else the name stands. */
    @JdbcTypeCode(SqlTypes.JSON)
    private List<String> leftovers;

    protected Erasure() {}

    public Erasure(int appId, long owner, String requestedBy) {
        this.appId = appId;
        this.owner = owner;
        this.requestedBy = requestedBy;
    }

    public void done(Eraser.Erased erased) {
        owner = null;
        state = State.DONE;
        finished = Instant.now();
        events = erased.events();
        rejectedRows = erased.rejectedRows();
    }

    public void failed() {
        state = State.FAILED;
        finished = Instant.now();
    }

    public int id() {
        return id;
    }

    public int appId() {
        return appId;
    }

    /** Whose it is: the number of the account, or {@code ~} that of the install; empty once it is done. */
    public Optional<Long> owner() {
        return Optional.ofNullable(owner);
    }

    public State state() {
        return state;
    }

    public Instant requested() {
        return requested;
    }

    public String requestedBy() {
        return requestedBy;
    }

    public Optional<Instant> finished() {
        return Optional.ofNullable(finished);
    }

    public long events() {
        return events;
    }

    public long rejectedRows() {
        return rejectedRows;
    }

    /** Places where the name may still occur; empty until they were searched. */
    public Optional<List<String>> leftovers() {
        return Optional.ofNullable(leftovers);
    }

    public void found(List<String> places) {
        leftovers = List.copyOf(places);
    }
}
