package coldtide.bench;

import static org.assertj.core.api.Assertions.assertThat;

import coldtide.core.release.Compared;
import coldtide.core.release.KnownRelease;
import coldtide.core.release.Measured;
import coldtide.core.release.ReleaseComparison;
import coldtide.core.release.ReleaseStanding;
import coldtide.core.release.ReleaseStanding.Verdict;
import coldtide.core.scan.ScanRunner;
import java.time.Duration;
import java.util.List;
import org.junit.jupiter.api.Test;

/** How the releases of the demo world stand; the truth is in its scenario. */
class ReleasesTest {
    private static final List<ReleaseStanding> STANDINGS = standings();

    private static List<ReleaseStanding> standings() {
        List<KnownRelease> known = LargeWorld.SCENARIO.releases().stream()
                .map(release -> new KnownRelease(
                        release.version(),
                        release.platform(),
                        LargeWorld.SCENARIO.firstDay().plusDays(release.day())))
                .toList();
        try (ScanRunner runner = new ScanRunner(2, Duration.ofMinutes(2))) {
            return ReleaseComparison.of(LargeWorld.LOG, runner, known);
        }
    }

    private static ReleaseStanding of(String version, String platform) {
        return STANDINGS.stream()
                .filter(each -> each.release().version().equals(version)
                        && each.release().platform().equals(platform))
                .findFirst()
                .orElseThrow();
    }

    private static Compared measure(ReleaseStanding standing, Measured measured) {
        return standing.measures().stream()
                .filter(each -> each.measured() == measured)
                .findFirst()
                .orElseThrow();
    }

    /** Happening 3: a shorter first lesson; who arrives on 1.5.0 comes back more. */
    @Test
    void theShorterLessonIsBetter() {
        ReleaseStanding standing = of("1.5.0", KnownRelease.ALL_PLATFORMS);
        assertThat(standing.verdict()).isEqualTo(Verdict.BETTER);
        assertThat(measure(standing, Measured.DAY_1).isBetter()).isTrue();
        assertThat(measure(standing, Measured.DAY_1).part()).isBetween(0.15, 0.8);
    }

    /** Happening 4: frames. */
    @Test
    void theLightningIsWorse() {
        ReleaseStanding standing = of("1.6.0", "android");
        assertThat(standing.verdict()).isEqualTo(Verdict.WORSE);
        assertThat(measure(standing, Measured.FPS).isWorse()).isTrue();
        assertThat(measure(standing, Measured.SESSIONS).isTold()).isFalse();
    }

    /** Happening 5: finished adverts on Android, and nothing of the kind on iOS. */
    @Test
    void theAdvertsThatAreNotReportedAreWorseOnOnePlatform() {
        ReleaseStanding standing = of("1.7.1", "android");
        assertThat(standing.verdict()).isEqualTo(Verdict.WORSE);
        assertThat(measure(standing, Measured.ADVERTS).part()).isLessThan(-0.9);
        assertThat(measure(of("1.7.1", "ios"), Measured.ADVERTS).isTold()).isFalse();
        assertThat(measure(of("1.8.0", "android"), Measured.ADVERTS).isBetter()).isTrue();
    }

    /** Three releases before anything was planted in them, each on two platforms, hardly differ in any of eleven measures. */
    @Test
    void ofReleasesThatChangeNothingHardlyAnythingIsTold() {
        List<Compared> measures = STANDINGS.stream()
                .filter(each -> List.of("1.1.0", "1.2.0", "1.3.0")
                        .contains(each.release().version()))
                .filter(each -> !each.release().platform().equals(KnownRelease.ALL_PLATFORMS))
                .flatMap(each -> each.measures().stream())
                .toList();
        assertThat(measures).hasSizeGreaterThan(50);
        // Of each release one false discovery in twenty is let pass.
        assertThat(measures.stream().filter(Compared::isTold)).hasSizeLessThanOrEqualTo(3);
    }
}
