package coldtide.server.change;

import coldtide.core.change.Changes;
import coldtide.core.change.KnownRelease;
import coldtide.core.log.EventLog;
import coldtide.core.release.AdoptionAnalysis;
import coldtide.server.engine.Asking.Asked;
import coldtide.server.store.Release;
import coldtide.server.store.ReleaseRepository;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import org.springframework.stereotype.Component;

/** What the watch found of each app's log, kept until there is a newer log or another release is known. */
@Component
class Watching {
    private record Found(EventLog log, List<KnownRelease> releases, Changes changes) {}

    private final ReleaseRepository releases;
    private final Map<Integer, Found> found = new ConcurrentHashMap<>();

    Watching(ReleaseRepository releases) {
        this.releases = releases;
    }

    Changes of(Asked asked) {
        List<KnownRelease> known = releases(asked);
        return found.compute(
                        asked.app().id(),
                        (app, before) -> before != null
                                        && before.log() == asked.log()
                                        && before.releases().equals(known)
                                ? before
                                : new Found(
                                        asked.log(),
                                        known,
                                        Changes.in(
                                                asked.log(),
                                                asked.runner(),
                                                new Changes.Question(asked.firstPath(), known))))
                .changes();
    }

    /** Those that were entered; without any, those that events show. */
    private List<KnownRelease> releases(Asked asked) {
        List<KnownRelease> entered = releases.ofApp(asked.app().id()).stream()
                .filter(release -> !release.steps().isEmpty())
                .map(release -> known(asked, release))
                .toList();
        return entered.isEmpty()
                ? KnownRelease.seen(asked.log(), asked.runner().run(asked.log(), new AdoptionAnalysis(asked.log())))
                : entered;
    }

    private static KnownRelease known(Asked asked, Release release) {
        return new KnownRelease(
                release.version(),
                release.platform(),
                asked.log().calendar().dayOf(release.steps().get(0).starts()));
    }
}
