package coldtide.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import coldtide.server.Application;
import com.deque.html.axecore.playwright.AxeBuilder;
import com.microsoft.playwright.Download;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.ColorScheme;
import com.microsoft.playwright.options.LoadState;
import java.io.IOException;
import java.nio.file.Files;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;

/** What holds in every room: nothing cut off at any width, a name for every control, both schemes, saved tables. */
@ExtendWith(Application.class)
class LooksTest {
    private static final List<String> ROOMS = List.of(
            "tide?open=REVENUE",
            "cases",
            "releases",
            "measures",
            "retention?by=day&ages=30",
            "funnels?steps=%5B%22app_open%22,%22beacon_lit%22%5D&split=country",
            "measures?split=%5B%7B%22property%22%3A%22country%22%7D%5D&compare=yes",
            "contrast",
            "segments",
            "register",
            "catalogue?part=behaviours",
            "catalogue?open=beacon_lit",
            "intake",
            "measures?shape=week",
            "places",
            "extracts",
            "settings?part=channels",
            "settings?part=watched",
            "settings");

    @ParameterizedTest
    @CsvSource({"1024,768", "1280,800", "1920,1080"})
    void thePageItselfNeverScrollsSidewaysAndTheFootIsInSight(int width, int height) {
        try (Visitor visitor = Visitor.in("tide")) {
            visitor.page.setViewportSize(width, height);
            for (String room : ROOMS) {
                visitor.go("/a/gullcombe/" + room);
                visitor.page.locator(".room").waitFor();
                assertThat(visitor.page.locator(".foot")).isInViewport();
                Object over = visitor.page.evaluate("document.documentElement.scrollWidth - window.innerWidth");
                assertThat(((Number) over).intValue())
                        .as("%s at %s", room, width)
                        .isLessThanOrEqualTo(0);
            }
        }
    }

    @Test
    void everyControlHasAName() {
        try (Visitor visitor = Visitor.in("tide")) {
            for (String room : ROOMS) {
                visitor.go("/a/gullcombe/" + room);
                visitor.page.locator(".head-rooms a").first().waitFor();
                Locator controls = visitor.page.locator("button, a, input, [tabindex='0']");
                for (Locator control : controls.all()) {
                    Object name = control.evaluate("e => (e.getAttribute('aria-label') || e.innerText || e.title || "
                            + "(e.labels && e.labels[0] && e.labels[0].innerText) || '').trim()");
                    assertThat((String) name).as("%s in %s", control, room).isNotEmpty();
                }
            }
        }
    }

    /** By axe-core, a checker of the Web Content Accessibility Guidelines, in the light and the dark scheme. */
    @ParameterizedTest
    @EnumSource(
            value = ColorScheme.class,
            names = {"LIGHT", "DARK"})
    void aCheckerOfAccessibilityFindsNothingSerious(ColorScheme scheme) {
        try (Visitor visitor = Visitor.in("tide")) {
            visitor.page.emulateMedia(new Page.EmulateMediaOptions().setColorScheme(scheme));
            for (String room : ROOMS) {
                visitor.go("/a/gullcombe/" + room);
                visitor.page.locator(".head-rooms a").first().waitFor();
                visitor.page.waitForLoadState(LoadState.NETWORKIDLE);
                List<String> serious = new AxeBuilder(visitor.page)
                        .analyze().getViolations().stream()
                                .filter(rule -> List.of("serious", "critical").contains(rule.getImpact()))
                                .map(rule -> rule.getId() + ": "
                                        + rule.getNodes().get(0).getHtml())
                                .toList();
                assertThat(serious).as("%s, %s", room, scheme).isEmpty();
            }
        }
    }

    /** Who goes by keyboard sees where they are: a ring, or the frame of the field. */
    @Test
    void whatHasTheFocusShowsIt() {
        try (Visitor visitor = Visitor.in("settings")) {
            visitor.page
                    .getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Enter a release"))
                    .waitFor();
            List<Locator> focused = new ArrayList<>();
            for (int i = 0; i < 18; i++) {
                visitor.page.keyboard().press("Tab");
                Locator control = visitor.page.locator("button:focus, a:focus");
                if (control.count() == 1) {
                    assertThat(control).not().hasCSS("outline-style", "none");
                    focused.add(control);
                }
            }
            assertThat(focused).hasSizeGreaterThan(8);
        }
    }

    @Test
    void theSchemeIsChosenUnderTheNameAndStays() {
        try (Visitor visitor = Visitor.in("tide")) {
            visitor.page.getByLabel("Account: demo").click();
            visitor.page
                    .getByRole(AriaRole.MENUITEMRADIO, new Page.GetByRoleOptions().setName("Dark"))
                    .click();
            assertThat(visitor.page.locator("body")).hasCSS("background-color", "rgb(12, 26, 31)");
            visitor.page.reload();
            assertThat(visitor.page.locator("body")).hasCSS("background-color", "rgb(12, 26, 31)");
        }
    }

    @Test
    void theTriangleIsSavedAsItStands() throws IOException {
        try (Visitor visitor = Visitor.in("retention?days=2026-04-06..2026-06-28")) {
            Locator size =
                    visitor.page.locator("tr[data-cohort='2026-05-04'] td").first();
            assertThat(size).isVisible();
            Download file =
                    visitor.page.waitForDownload(() -> visitor.page.keyboard().press("x"));
            assertThat(file.suggestedFilename()).isEqualTo("gullcombe-retention.csv");
            List<String> lines = Files.readAllLines(file.path());
            assertThat(lines.get(0)).startsWith("came back with,cohort,people,week 0,week 1");
            assertThat(lines)
                    .anyMatch(line -> line.startsWith(
                            "any activity,2026-W19," + size.innerText().replace(",", "") + ","));
        }
    }

    @Test
    void theKeysAreListed() {
        try (Visitor visitor = Visitor.in("tide")) {
            visitor.page.locator("tr[data-figure=INSTALLS]").waitFor();
            visitor.page.keyboard().press("?");
            Locator keys = visitor.page.getByRole(AriaRole.DIALOG);
            assertThat(keys).containsText("Next and previous changeable word");
            visitor.page.keyboard().press("Escape");
            assertThat(keys).isHidden();
        }
    }

    @Test
    void theSilhouetteFollowsTheFigureThatIsFound() {
        try (Visitor visitor = Visitor.in("tide")) {
            visitor.page
                    .getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Find (Ctrl K)"))
                    .click();
            visitor.page.getByPlaceholder("A room, a release").fill("Uninst");
            visitor.page.keyboard().press("Enter");
            assertThat(visitor.page.locator(".rail-names")).containsText("Uninstalls");
            assertThat(visitor.page.url()).contains("figure=UNINSTALLS");
        }
    }
}
