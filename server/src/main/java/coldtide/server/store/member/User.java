package coldtide.server.store.member;

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
import org.hibernate.annotations.DynamicUpdate;

/** Somebody who may sign in. */
@Entity
@DynamicUpdate // two members who change different things at once do not undo each other
@Table(name = "app_user")
public class User {
    /** Role of a member. */
    public enum Role {
        READER,
        ANALYST,
        KEEPER
    }

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Integer id;

    private String name;

    @Column(name = "password_hash")
    private String passwordHash;

    @Enumerated(EnumType.STRING)
    private Role role;

    private boolean demo;
    private Instant created;
    private Instant ended;

    protected User() {}

    /** @param demo whether this is the demo world's account, which works on loopback only */
    public User(String name, String passwordHash, Role role, boolean demo) {
        this.name = name;
        this.passwordHash = passwordHash;
        this.role = role;
        this.demo = demo;
        created = Instant.now();
    }

    public void changeRole(Role changed) {
        role = changed;
    }

    public void changePassword(String hash) {
        passwordHash = hash;
    }

    /** They may no longer sign in; what they did keeps their name. */
    public void end() {
        ended = Instant.now();
    }

    /** They may sign in again. */
    public void takeBack() {
        ended = null;
    }

    public int id() {
        return id;
    }

    public Instant created() {
        return created;
    }

    public Optional<Instant> ended() {
        return Optional.ofNullable(ended);
    }

    public String name() {
        return name;
    }

    public String passwordHash() {
        return passwordHash;
    }

    public Role role() {
        return role;
    }

    public boolean demo() {
        return demo;
    }
}
