package coldtide.server.apps;

import coldtide.server.access.Audit;
import coldtide.server.http.Problem;
import coldtide.server.store.app.App;
import coldtide.server.store.app.AppRepository;
import coldtide.server.store.event.EventWriter;
import java.time.DateTimeException;
import java.time.ZoneId;
import java.util.Currency;
import java.util.List;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Finds and makes apps. */
@Service
public class Apps {
    private final AppRepository apps;
    private final EventWriter writer;
    private final Audit audit;

    Apps(AppRepository apps, EventWriter writer, Audit audit) {
        this.apps = apps;
        this.writer = writer;
        this.audit = audit;
    }

    public List<App> all() {
        return apps.findByDeletedIsNullOrderByName();
    }

    /** @throws Problem if there is no such app */
    public App require(String key) {
        return apps.findByKeyAndDeletedIsNull(key)
                .orElseThrow(() -> Problem.notFound("There is no app \"" + key + "\"."));
    }

    @Transactional
    App create(String key, String name, String zone, String currency, int lateLimitDays) {
        if (!key.matches("[a-z][a-z0-9-]{1,39}")) {
            throw Problem.badField(
                    "key",
                    "The short name must begin with a letter and have 2 to 40 small letters, digits and hyphens.");
        }
        if (apps.existsByKey(key)) {
            throw Problem.conflict("key", "There is already an app \"" + key + "\".");
        }
        App app = apps.save(new App(key, name, zone(zone), currency(currency), lateLimitDays));
        writer.open(app);
        audit.note(app, "app made", app.name());
        return app;
    }

    /** Says whether an event counts as activity; two who say it of different events at once do not undo each other. */
    @Transactional
    public void countActivity(App app, String event, boolean counts) {
        App now = apps.findForChangeById(app.id()).orElseThrow();
        now.countActivity(event, counts);
        apps.save(now);
    }

    private static ZoneId zone(String zone) {
        try {
            return ZoneId.of(zone);
        } catch (DateTimeException e) {
            throw Problem.badField("zone", "\"" + zone + "\" is no time zone; write it like Europe/Lisbon.");
        }
    }

    private static String currency(String code) {
        if (Currency.getAvailableCurrencies().stream()
                .noneMatch(known -> known.getCurrencyCode().equals(code))) {
            throw Problem.badField("currency", "\"" + code + "\" is no ISO 4217 currency code; write it like EUR.");
        }
        return code;
    }
}
