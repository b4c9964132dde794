package coldtide.server.change;

import coldtide.core.change.Chosen;
import coldtide.core.log.EventLog;
import coldtide.server.access.Audit;
import coldtide.server.engine.Asking.Asked;
import coldtide.server.http.Problem;
import coldtide.server.named.Named;
import coldtide.server.store.App;
import coldtide.server.store.StoredForms;
import coldtide.server.store.Watched;
import coldtide.server.store.WatchedRepository;
import java.lang.ref.WeakReference;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;

/** What people chose to have watched besides the headline figures of everybody. */
@Component
class Choices {
    /** Each is asked anew whenever the watch is. */
    private static final int MOST = 20;

    private final WatchedRepository watched;
    private final Named named;
    private final Audit audit;
    private final TransactionTemplate transaction;
    private final StoredForms forms;
    private final Map<Integer, Read> known = new ConcurrentHashMap<>();

    Choices(WatchedRepository watched, Named named, Audit audit, TransactionTemplate transaction, StoredForms forms) {
        this.watched = watched;
        this.named = named;
        this.audit = audit;
        this.transaction = transaction;
        this.forms = forms;
    }

    List<Watched> of(App app) {
        return watched.findByAppIdAndEndedIsNullOrderByName(app.id());
    }

    WatchedAsk question(Watched of) {
        return forms.read(of.format(), of.question(), WatchedAsk.class);
    }

    /** What became of the choices, kept while the log is the same and so is all that they speak of. */
    private record Read(
            WeakReference<EventLog> log, List<Object> by, List<Chosen> series, Map<Integer, String> faults) {
        boolean isStill(EventLog now, List<Object> byNow) {
            return log.refersTo(now) && by.equals(byNow);
        }
    }

    /** By day, of all that can be asked now. */
    List<Chosen> series(Asked asked) {
        return read(asked).series();
    }

    /** By the number of each that cannot be asked now, why. */
    Map<Integer, String> faults(Asked asked) {
        return read(asked).faults();
    }

    private Read read(Asked asked) {
        List<Watched> watched = of(asked.app());
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
    private List<Object> by(App app, List<Watched> watched) {
        return Stream.of(
                        watched.stream().map(Watched::id),
                        named.segments(app).stream().map(each -> each.id() + " " + each.changed()),
                        named.behaviours(app).stream().map(each -> each.name() + " " + each.changed()))
                .<Object>flatMap(each -> each)
                .toList();
    }

    private Read read(Asked asked, List<Watched> watched, List<Object> by) {
        List<Chosen> series = new ArrayList<>();
        Map<Integer, String> faults = new HashMap<>();
        for (Watched each : watched) {
            try {
                series.addAll(read(asked, each));
            } catch (Problem | IllegalArgumentException cannotBeAsked) {
                faults.put(each.id(), cannotBeAsked.getMessage());
            }
        }
        return new Read(new WeakReference<>(asked.log()), by, series, faults);
    }

    private List<Chosen> read(Asked asked, Watched of) {
        return question(of).read(asked, of.id(), of.name(), of.isWorseAbove());
    }

    /** @throws Problem where the name is taken, or there are many already */
    Watched add(App app, String name, boolean isWorseAbove, WatchedAsk question, String who) {
        return transaction.execute(status -> {
            List<Watched> known = of(app);
            if (known.stream().anyMatch(each -> each.name().equals(name))) {
                throw Problem.conflict("name", "Something called \"" + name + "\" is watched already.");
            }
            if (known.size() >= MOST) {
                throw Problem.conflict(
                        "name", "At most " + MOST + " are watched besides the headline figures; remove one first.");
            }
            audit.note(app, "watched", name);
            return watched.save(new Watched(app.id(), name, isWorseAbove, forms.write(question), who));
        });
    }

    void remove(App app, int id) {
        transaction.executeWithoutResult(status -> {
            Watched of = watched.findByAppIdAndIdAndEndedIsNull(app.id(), id)
                    .orElseThrow(() -> Problem.notFound("Nothing watched has the number " + id + "."));
            of.end();
            audit.note(app, "watched no more", of.name());
            watched.save(of);
        });
    }
}
