package coldtide.server.engine;

import coldtide.core.release.AdoptionAnalysis;
import coldtide.core.release.KnownRelease;
import coldtide.server.engine.QueryService.Asked;
import coldtide.server.store.app.Release;
import coldtide.server.store.app.ReleaseRepository;
import java.util.List;
import org.springframework.stereotype.Component;

/** Releases of an app: the ones that members entered or, without any, the versions seen in events. */
@Component
public class KnownReleases {
    private final ReleaseRepository releases;

    KnownReleases(ReleaseRepository releases) {
        this.releases = releases;
    }

    public List<KnownRelease> of(Asked asked) {
        List<KnownRelease> entered =
                entered(asked).stream().map(release -> known(asked, release)).toList();
        return entered.isEmpty()
                ? KnownRelease.seen(asked.log(), asked.runner().run(asked.log(), new AdoptionAnalysis(asked.log())))
                : entered;
    }

    /** With at least one step of a rollout. */
    public List<Release> entered(Asked asked) {
        return releases.ofApp(asked.app().id()).stream()
                .filter(release -> !release.steps().isEmpty())
                .toList();
    }

    private static KnownRelease known(Asked asked, Release release) {
        return new KnownRelease(
                release.version(),
                release.platform(),
                asked.log().calendar().dayOf(release.steps().get(0).starts()));
    }
}
