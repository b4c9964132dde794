package coldtide.server.store.anomaly;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import java.time.Instant;

/** What would have gone out as a mail. */
@Entity
public class SimulatedMail {
    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Integer id;

    @Column(name = "app_id")
    private int appId;

    private Instant sent;

    @Column(name = "to_address")
    private String toAddress;

    private String subject;
    private String words;

    protected SimulatedMail() {}

    public SimulatedMail(int appId, String toAddress, String subject, String words) {
        this.appId = appId;
        this.toAddress = toAddress;
        this.subject = subject;
        this.words = words;
        sent = Instant.now();
    }

    public int id() {
        return id;
    }

    public Instant sent() {
        return sent;
    }

    public String toAddress() {
        return toAddress;
    }

    public String subject() {
        return subject;
    }

    public String words() {
        return words;
    }
}
