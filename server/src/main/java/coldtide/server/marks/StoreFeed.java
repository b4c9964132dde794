package coldtide.server.marks;

import coldtide.server.http.Problem;
import coldtide.server.marks.EnteredMarks.ReleaseEntry;
import coldtide.server.marks.EnteredMarks.StepEntry;
import coldtide.server.store.app.App;
import coldtide.server.store.app.Release;
import coldtide.server.store.channel.SimulatedStoreRepository;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.databind.json.JsonMapper;

/** Releases as the app's store announces them, beside those known here. */
@Service
class StoreFeed {
    private final SimulatedStoreRepository stores;
    private final Marks marks;
    private final JsonMapper json;

    StoreFeed(SimulatedStoreRepository stores, Marks marks, JsonMapper json) {
        this.stores = stores;
        this.marks = marks;
        this.json = json;
    }

    /**
     * How the store's announcements lie beside what is known.
     *
     * @param announced how many releases, each on one platform
     * @param unknown of which how many are not known here
     * @param otherwise and how many with another build or other steps
     */
    record Announced(int announced, int unknown, int otherwise) {}

    Announced announced(App app) {
        List<ReleaseEntry> feed = feed(app);
        List<Release> known = marks.releases(app);
        int unknown = (int)
                feed.stream().filter(entry -> same(known, entry).isEmpty()).count();
        return new Announced(feed.size(), unknown, open(feed, known).size() - unknown);
    }

    /** Announced releases that are unknown or known differently. */
    private static List<ReleaseEntry> open(List<ReleaseEntry> feed, List<Release> known) {
        return feed.stream()
                .filter(entry -> same(known, entry)
                        .filter(each -> isAsAnnounced(each, entry))
                        .isEmpty())
                .toList();
    }

    private static Optional<Release> same(List<Release> known, ReleaseEntry entry) {
        return known.stream()
                .filter(each -> each.version().equals(entry.version())
                        && each.platform().equals(entry.platform()))
                .findFirst();
    }

    private static boolean isAsAnnounced(Release known, ReleaseEntry entry) {
        List<StepEntry> steps = known.steps().stream()
                .map(step -> new StepEntry(step.starts(), step.share()))
                .toList();
        return known.build().equals(entry.build()) && steps.equals(entry.steps());
    }

    /** Adds announced releases and updates known ones. Other releases stay. */
    @Transactional
    public Marks.Imported takeOver(App app) {
        List<ReleaseEntry> feed = feed(app);
        if (feed.isEmpty()) {
            throw Problem.conflict("The store announces nothing of " + app.name() + ".");
        }
        return marks.bring(app, new EnteredMarks(open(feed, marks.releases(app)), List.of()));
    }

    private List<ReleaseEntry> feed(App app) {
        return stores.findByAppId(app.id())
                .map(store -> new EntryFile(app.zone(), json).read(store.feed()).releases())
                .orElse(List.of());
    }
}
