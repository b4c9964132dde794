package coldtide.server.store.definition;

import coldtide.server.store.StoredForms;
import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import java.time.Instant;
import java.util.Optional;
import org.hibernate.annotations.DynamicUpdate;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.type.SqlTypes;

/** Some people by a name: a rule that is asked anew each time, or a list as it was found at a moment. */
@Entity
@DynamicUpdate // two members who change different things at once do not undo each other
public class Segment {
    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Integer id;

    @Column(name = "app_id")
    private int appId;

    private String name;
    private String description;
    private String owner;

    @JdbcTypeCode(SqlTypes.JSON)
    private String among;

    @Column(columnDefinition = "bigint[]")
    private long[] people;

    private String origin;
    private Instant changed;

    @Column(name = "changed_by")
    private String changedBy;

    private Instant ended;

    @Column(name = "ended_by")
    private String endedBy;

    private int format = StoredForms.FORMAT;

    protected Segment() {}

    private Segment(int appId, String byUser) {
        this.appId = appId;
        this.changedBy = byUser;
    }

    /** @param among a condition on people as JSON */
    public static Segment living(int appId, Words words, String among, String byUser) {
        Segment segment = new Segment(appId, byUser);
        segment.origin = "";
        segment.change(words, byUser);
        segment.among = among;
        return segment;
    }

    /**
     * @param people whose they are
     * @param origin of which condition, and when they were found
     */
    public static Segment fixed(int appId, Words words, long[] people, String origin, String byUser) {
        Segment segment = new Segment(appId, byUser);
        segment.origin = origin;
        segment.change(words, byUser);
        segment.people = people.clone();
        return segment;
    }

    /** Description by members. */
    public record Words(String name, String description, String owner) {}

    public void change(Words words, String byUser) {
        name = words.name();
        description = words.description();
        owner = words.owner();
        changed = Instant.now();
        changedBy = byUser;
    }

    /** Rule of a dynamic segment. */
    public void changeRule(String rule) {
        if (among == null) {
            throw new IllegalStateException("A list has no rule.");
        }
        among = rule;
    }

    /** Users of a fixed segment. */
    public void changePeople(long[] left) {
        people = left.clone();
    }

    public void end(String byUser) {
        ended = Instant.now();
        endedBy = byUser;
    }

    /** Format of its JSON (see {@link StoredForms}). */
    public int format() {
        return format;
    }

    public int id() {
        return id;
    }

    public Words words() {
        return new Words(name, description, owner);
    }

    /** The rule of a living one. */
    public Optional<String> among() {
        return Optional.ofNullable(among);
    }

    /** Whose the people of a fixed one are. */
    public Optional<long[]> people() {
        return Optional.ofNullable(people).map(long[]::clone);
    }

    public String origin() {
        return origin;
    }

    public Instant changed() {
        return changed;
    }

    public String changedBy() {
        return changedBy;
    }

    public Optional<Instant> ended() {
        return Optional.ofNullable(ended);
    }

    public String endedBy() {
        return endedBy;
    }
}
