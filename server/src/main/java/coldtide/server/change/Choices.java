package coldtide.server.change;

import coldtide.core.change.Chosen;
import coldtide.server.access.Audit;
import coldtide.server.engine.Asking.Asked;
import coldtide.server.http.Problem;
import coldtide.server.store.App;
import coldtide.server.store.Watched;
import coldtide.server.store.WatchedRepository;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;
import tools.jackson.databind.json.JsonMapper;

/** What people chose to have watched besides the headline figures of everybody. */
@Component
class Choices {
    /** Each is asked anew whenever the watch is. */
    private static final int MOST = 20;

    private final WatchedRepository watched;
    private final Audit audit;
    private final TransactionTemplate transaction;
    private final JsonMapper json;

    Choices(WatchedRepository watched, Audit audit, TransactionTemplate transaction, JsonMapper json) {
        this.watched = watched;
        this.audit = audit;
        this.transaction = transaction;
        this.json = json;
    }

    List<Watched> of(App app) {
        return watched.findByAppIdAndEndedIsNullOrderByName(app.id());
    }

    WatchedAsk question(Watched of) {
        return json.readValue(of.question(), WatchedAsk.class);
    }

    /** By day, of all that can be asked now. */
    List<Chosen> series(Asked asked) {
        List<Chosen> series = new ArrayList<>();
        for (Watched each : of(asked.app())) {
            try {
                series.addAll(read(asked, each));
            } catch (Problem | IllegalArgumentException cannotBeAsked) {
                // The list of what is watched says why.
            }
        }
        return series;
    }

    /** Why it cannot be asked now, if it cannot. */
    Optional<String> fault(Asked asked, Watched of) {
        try {
            read(asked, of);
            return Optional.empty();
        } catch (Problem | IllegalArgumentException why) {
            return Optional.of(why.getMessage());
        }
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
            return watched.save(new Watched(app.id(), name, isWorseAbove, json.writeValueAsString(question), who));
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
