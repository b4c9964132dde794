package coldtide.server.store.anomaly;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import java.time.Duration;
import java.time.Instant;
import java.util.Optional;

/** One alert on its way to one place. */
@Entity
public class AlertDelivery {
    /** State of a delivery. */
    public enum State {
        WAITING,
        SENT,
        GIVEN_UP
    }

    /** The last try comes about an hour after the first. */
    private static final int MOST_TRIES = 8;

    private static final Duration FIRST_WAIT = Duration.ofSeconds(30);

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Integer id;

    @Column(name = "alert_id")
    private int alertId;

    @Column(name = "target_id")
    private int targetId;

    @Enumerated(EnumType.STRING)
    private State state;

    private int tries;
    private Instant due;
    private Instant sent;
    private String fault;

    protected AlertDelivery() {}

    public AlertDelivery(int alertId, int targetId) {
        this.alertId = alertId;
        this.targetId = targetId;
        state = State.WAITING;
        due = Instant.now();
    }

    public void arrived(Instant now) {
        tries++;
        state = State.SENT;
        sent = now;
        fault = null;
    }

    /** It is tried again, each time after twice as long, until it is given up. */
    public void failed(Instant now, String why) {
        tries++;
        fault = why;
        due = now.plus(FIRST_WAIT.multipliedBy(1L << (tries - 1)));
        if (tries >= MOST_TRIES) {
            state = State.GIVEN_UP;
        }
    }

    /** Nothing will ever arrive. */
    public void giveUp(String why) {
        state = State.GIVEN_UP;
        fault = why;
    }

    public int alertId() {
        return alertId;
    }

    public int targetId() {
        return targetId;
    }

    public State state() {
        return state;
    }

    public int tries() {
        return tries;
    }

    public Instant due() {
        return due;
    }

    public Optional<Instant> sent() {
        return Optional.ofNullable(sent);
    }

    public Optional<String> fault() {
        return Optional.ofNullable(fault);
    }
}
