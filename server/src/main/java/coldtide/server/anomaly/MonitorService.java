package coldtide.server.anomaly;

import coldtide.core.anomaly.Monitor;
import coldtide.core.log.EventLog;
import coldtide.server.access.Audit;
import coldtide.server.engine.QueryService.Asked;
import coldtide.server.http.Problem;
import coldtide.server.named.DefinitionService;
import coldtide.server.store.StoredForms;
import coldtide.server.store.anomaly.StoredMonitor;
import coldtide.server.store.anomaly.StoredMonitorRepository;
import coldtide.server.store.app.App;
import java.lang.ref.WeakReference;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * The monitors that members created, besides the headline metrics of all users.
 */
@Component
class MonitorService {
    /** Each is asked anew whenever the watch is. */
    private static final int MOST = 20;

    private final StoredMonitorRepository watched;
    private final DefinitionService named;
    private final Audit audit;
    private final TransactionTemplate transaction;
    private final StoredForms forms;
    private final Map<Integer, Read> known = new ConcurrentHashMap<>();

    MonitorService(
            StoredMonitorRepository watched,
            DefinitionService named,
            Audit audit,
            TransactionTemplate transaction,
            StoredForms forms) {
        this.watched = watched;
        this.named = named;
        this.audit = audit;
        this.transaction = transaction;
        this.forms = forms;
    }

    List<StoredMonitor> of(App app) {
        return watched.findByAppIdAndEndedIsNullOrderByName(app.id());
    }

    WatchedAsk question(StoredMonitor of) {
        return forms.read(of.format(), of.question(), WatchedAsk.class);
    }

    /** Results of monitors, kept while the log and the definitions they use are unchanged. */
    private record Read(
            WeakReference<EventLog> log, List<Object> by, List<Monitor> series, Map<Integer, String> faults) {
        boolean isStill(EventLog now, List<Object> byNow) {
            return log.refersTo(now) && by.equals(byNow);
        }
    }

    /** By day, of all that can be asked now. */
    List<Monitor> series(Asked asked) {
        return read(asked).series();
    }

    /** By the number of each that cannot be asked now, why. */
    Map<Integer, String> faults(Asked asked) {
        return read(asked).faults();
    }

    private Read read(Asked asked) {
        List<StoredMonitor> watched = of(asked.app());
        List<Object> by = watched.isEmpty() ? List.of() : by(asked.app(), watched);
        Read before = known.get(asked.app().id());
        if (before != null && before.isStill(asked.log(), by)) {
            return before;
        }
        // Two who come at once both read: that takes less than it would to keep one waiting for the other.
        Read now = read(asked, watched, by);
        known.put(asked.app().id(), now);
        return now;
    }

    /** Its own words, and every name that they may use. */
    private List<Object> by(App app, List<StoredMonitor> watched) {
        return Stream.of(
                        watched.stream().map(StoredMonitor::id),
                        named.segments(app).stream().map(each -> each.id() + " " + each.changed()),
                        named.behaviours(app).stream().map(each -> each.name() + " " + each.changed()))
                .<Object>flatMap(each -> each)
                .toList();
    }

    private Read read(Asked asked, List<StoredMonitor> watched, List<Object> by) {
        List<Monitor> series = new ArrayList<>();
        Map<Integer, String> faults = new HashMap<>();
        for (StoredMonitor each : watched) {
            try {
                series.addAll(read(asked, each));
            } catch (Problem | IllegalArgumentException cannotBeAsked) {
                faults.put(each.id(), cannotBeAsked.getMessage());
            }
        }
        return new Read(new WeakReference<>(asked.log()), by, series, faults);
    }

    private List<Monitor> read(Asked asked, StoredMonitor of) {
        return question(of).read(asked, of.id(), of.name(), of.isWorseAbove());
    }

    /** @throws Problem where the name is taken, or there are many already */
    StoredMonitor add(App app, String name, boolean isWorseAbove, WatchedAsk question, String who) {
        return transaction.execute(status -> {
            List<StoredMonitor> known = of(app);
            if (known.stream().anyMatch(each -> each.name().equals(name))) {
                throw Problem.conflict("name", "Something called \"" + name + "\" is watched already.");
            }
            if (known.size() >= MOST) {
                throw Problem.conflict(
                        "name", "At most " + MOST + " are watched besides the headline figures; remove one first.");
            }
            audit.note(app, "watched", name);
            return watched.save(new StoredMonitor(app.id(), name, isWorseAbove, forms.write(question), who));
        });
    }

    void remove(App app, int id) {
        transaction.executeWithoutResult(status -> {
            StoredMonitor of = watched.findByAppIdAndIdAndEndedIsNull(app.id(), id)
                    .orElseThrow(() -> Problem.notFound("Nothing watched has the number " + id + "."));
            of.end();
            audit.note(app, "watched no more", of.name());
            watched.save(of);
        });
    }
}
