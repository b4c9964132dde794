package coldtide.server.store.member;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import java.time.Instant;

/** A browser in which a member has signed in, known by a cookie of which only a digest is kept. */
@Entity
public class KnownDevice {
    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Integer id;

    @Column(name = "user_id")
    private int userId;

    private byte[] digest;
    private Instant created;

    protected KnownDevice() {}

    public KnownDevice(int userId, byte[] digest) {
        this.userId = userId;
        this.digest = digest.clone();
        created = Instant.now();
    }
}
