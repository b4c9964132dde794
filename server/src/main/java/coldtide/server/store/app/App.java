package coldtide.server.store.app;

import coldtide.core.log.rule.LogSettings;
import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import java.time.Instant;
import java.time.ZoneId;
import java.util.Set;
import java.util.TreeSet;
import java.util.UUID;

/** An app whose events are kept, and how they are to be read. */
@Entity
public class App {
    public static final int USUAL_LATE_LIMIT_DAYS = 400;

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Integer id;

    private String key;
    private String name;
    private String zone;
    private String currency;

    @Column(name = "session_gap_minutes")
    private int sessionGapMinutes;

    @Column(name = "late_limit_days")
    private int lateLimitDays;

    @Column(name = "passive_events", columnDefinition = "text[]")
    private String[] passiveEvents;

    @Column(name = "uninstall_event")
    private String uninstallEvent;

    private Instant created;

    @Column(name = "erasure_salt")
    private UUID erasureSalt;

    private Instant deleted;

    @Column(name = "deleted_by")
    private String deletedBy;

    protected App() {}

    /** An app with the usual settings. */
    public App(String key, String name, ZoneId zone, String currency, int lateLimitDays) {
        this.key = key;
        this.name = name;
        this.zone = zone.getId();
        this.currency = currency;
        this.lateLimitDays = lateLimitDays;
        sessionGapMinutes = (int) LogSettings.USUAL_SESSION_GAP.toMinutes();
        passiveEvents = new TreeSet<>(LogSettings.USUAL_PASSIVE_EVENTS).toArray(String[]::new);
        uninstallEvent = LogSettings.USUAL_UNINSTALL_EVENT;
        created = Instant.now();
        erasureSalt = UUID.randomUUID();
    }

    public int id() {
        return id;
    }

    public String key() {
        return key;
    }

    public String name() {
        return name;
    }

    public ZoneId zone() {
        return ZoneId.of(zone);
    }

    public String currency() {
        return currency;
    }

    public int sessionGapMinutes() {
        return sessionGapMinutes;
    }

    public int lateLimitDays() {
        return lateLimitDays;
    }

    public Set<String> passiveEvents() {
        return Set.of(passiveEvents);
    }

    /** The events that would not count as activity if one did, or did not. */
    public Set<String> passiveEventsIf(String event, boolean counts) {
        Set<String> passive = new TreeSet<>(passiveEvents());
        if (counts) {
            passive.remove(event);
        } else {
            passive.add(event);
        }
        return passive;
    }

    /** Says whether an event counts as activity. */
    public void countActivity(String event, boolean counts) {
        passiveEvents = passiveEventsIf(event, counts).toArray(String[]::new);
    }

    /** Salt of the digests of erased users. */
    public UUID erasureSalt() {
        return erasureSalt;
    }

    /** Whether it was deleted, so that nothing may show it; its data may not all be gone yet. */
    public boolean isDeleted() {
        return deleted != null;
    }

    public void delete(String byUser) {
        deleted = Instant.now();
        deletedBy = byUser;
    }

    public String uninstallEvent() {
        return uninstallEvent;
    }
}
