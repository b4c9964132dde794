package coldtide.e2e;

import static coldtide.e2e.Parts.foot;
import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import coldtide.server.Application;
import com.deque.html.axecore.playwright.AxeBuilder;
import com.microsoft.playwright.Download;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.ColorScheme;
import java.io.IOException;
import java.nio.file.Files;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.FieldSource;

/** What holds in every room: nothing cut off at any width, a name for every control, both schemes, saved tables. */
@ExtendWith(Application.class)
class LooksTest {
    private static final List<String> ROOMS = List.of(
            "tide?open=REVENUE",
            "cases",
            "releases",
            "metrics",
            "retention?by=day&ages=30",
            "funnels?steps=%5B%22app_open%22,%22beacon_lit%22%5D&split=country",
            "metrics?split=%5B%7B%22property%22%3A%22country%22%7D%5D&compare=yes",
            "compare",
            "segments",
            "users",
            "catalogue?part=behaviours",
            "catalogue?open=beacon_lit",
            "import",
            "metrics?shape=week",
            "levels",
            "events",
            "settings?part=channels",
            "settings?part=watched",
            "settings");

    /** Width and height in CSS pixels; the last is the second at 200 %. */
    private static final int[][] SIZES = {{1024, 768}, {1280, 800}, {1920, 1080}, {640, 400}};

    private static final List<ColorScheme> SCHEMES = List.of(ColorScheme.LIGHT, ColorScheme.DARK);

    /** Each room is opened once and looked at in all sizes and both schemes. */
    @ParameterizedTest
    @FieldSource("ROOMS")
    void aRoomFitsEverySizeNamesItsControlsAndIsAccessible(String room) {
        try (Visitor visitor = Visitor.in(room)) {
            for (int[] size : SIZES) {
                fits(visitor, size[0], size[1]);
            }
            visitor.page.setViewportSize(1280, 800);
            visitor.settle();
            namesEveryControl(visitor);
            for (ColorScheme scheme : SCHEMES) {
                visitor.page.emulateMedia(new Page.EmulateMediaOptions().setColorScheme(scheme));
                visitor.settle();
                assertThat(faults(visitor)).as("axe-core, %s", scheme).isEmpty();
            }
        }
    }

    /** The page never scrolls sideways, the foot is in sight, and at least half the height is the answer's. */
    private static void fits(Visitor visitor, int width, int height) {
        visitor.page.setViewportSize(width, height);
        visitor.settle();
        assertThat(foot(visitor.page)).isInViewport();
        Object over = visitor.page.evaluate("document.documentElement.scrollWidth - window.innerWidth");
        assertThat(((Number) over).intValue()).as("too wide at %s", width).isLessThanOrEqualTo(0);
        Object part = visitor.page.evaluate("document.querySelector('.foot').getBoundingClientRect().top - "
                + "(document.querySelector('.answer, .sheet, .settings') ?? document.querySelector('.room'))"
                + ".getBoundingClientRect().top");
        assertThat(((Number) part).doubleValue())
                .as("height of the answer at %s", width)
                .isGreaterThan(height / 2.0);
    }

    private static void namesEveryControl(Visitor visitor) {
        Object nameless = visitor.page.evaluate("[...document.querySelectorAll('button, a, input, [tabindex=\"0\"]')]"
                + ".filter(e => !(e.getAttribute('aria-label') || e.innerText || e.title || "
                + "(e.labels && e.labels[0] && e.labels[0].innerText) || '').trim()).map(e => e.outerHTML)");
        assertThat((List<?>) nameless).as("controls without a name").isEmpty();
    }

    /** By axe-core while editors, menus and dialogs are open, by their openers: CSS or what a word is called. */
    @ParameterizedTest
    @CsvSource({
        "tide, [data-word][aria-label^='Range:']",
        "tide, [data-word][aria-label^='Filter:']",
        "tide, [aria-label='What is: Stickiness']",
        "tide, [aria-label^='App:']",
        "tide, [aria-label^='Account:']",
        "tide, text=Find",
        "metrics, [data-word][aria-label^='Split by:']",
        "funnels, text=Add steps by name pattern",
        "users, [role=row][data-id] button >> nth=0",
        "segments, text=Create segment",
        "cases, .sheet table button >> nth=0",
        "settings, text=Add release"
    })
    void aCheckerOfAccessibilityFindsNothingInWhatIsOpened(String room, String opener) {
        try (Visitor visitor = Visitor.in(room)) {
            visitor.settle();
            visitor.page.locator(opener).first().click();
            visitor.settle();
            assertThat(faults(visitor)).as("%s, %s", room, opener).isEmpty();
        }
    }

    @Test
    void aCheckerOfAccessibilityFindsNothingInHelpAndBeforeSigningIn() {
        try (Visitor visitor = new Visitor()) {
            visitor.go("/");
            visitor.page.getByLabel("Password").waitFor();
            assertThat(faults(visitor)).as("sign-in").isEmpty();
            visitor.signIn("fourteen-beacons");
            visitor.settle();
            visitor.page.keyboard().press("?");
            visitor.page.getByRole(AriaRole.DIALOG).waitFor();
            assertThat(faults(visitor)).as("help").isEmpty();
            visitor.go("/new-app");
            visitor.page.getByLabel("Name").waitFor();
            assertThat(faults(visitor)).as("new app").isEmpty();
        }
    }

    /** What axe-core, a checker of the Web Content Accessibility Guidelines, finds of moderate impact or worse. */
    private static List<String> faults(Visitor visitor) {
        return new AxeBuilder(visitor.page)
                        // Menus and lists of proposals are drawn outside of all landmarks, as is usual.
                        .exclude(".MuiMenu-root")
                        .exclude(".MuiAutocomplete-popper")
                        .analyze()
                        .getViolations()
                        .stream()
                        .filter(rule ->
                                List.of("moderate", "serious", "critical").contains(rule.getImpact()))
                        .map(rule ->
                                rule.getId() + ": " + rule.getNodes().get(0).getHtml())
                        .toList();
    }

    /** Who goes by keyboard sees where they are: a ring, or the frame of the field. */
    @Test
    void whatHasTheFocusShowsIt() {
        try (Visitor visitor = Visitor.in("settings")) {
            visitor.page
                    .getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Add release"))
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
            Download file = visitor.exportByKey();
            assertThat(file.suggestedFilename()).isEqualTo("gullcombe-retention.csv");
            List<String> lines = Files.readAllLines(file.path());
            assertThat(lines.get(0)).startsWith("came back with,cohort from,users,week 0,week 1");
            assertThat(lines)
                    .anyMatch(line -> line.startsWith(
                            "any activity,2026-05-04," + size.innerText().replace(",", "") + ","));
        }
    }

    @Test
    void whatStandsOnTheRailIsReachedByKeys() {
        try (Visitor visitor = Visitor.in("metrics")) {
            visitor.settle();
            Locator items = visitor.page.getByRole(AriaRole.TOOLBAR);
            items.focus();
            visitor.page.keyboard().press("ArrowRight");
            Locator first = visitor.page.locator("[data-rail-item]:focus");
            assertThat(first).hasAttribute("data-release", "1.0.0");
            visitor.page.keyboard().press("ArrowRight");
            assertThat(first).not().hasAttribute("data-release", "1.0.0");
            visitor.page.keyboard().press("ArrowLeft");
            assertThat(first.locator(".rail-text")).containsText("use the days since this release");
            visitor.page.keyboard().press("Enter");
            visitor.page.waitForURL("**days=2026-0*");
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
            visitor.page.getByRole(AriaRole.DIALOG).getByRole(AriaRole.COMBOBOX).fill("Uninstalls");
            visitor.page.keyboard().press("Enter");
            assertThat(visitor.page.locator(".rail-names")).containsText("Uninstalls");
            assertThat(visitor.page.url()).contains("figure=UNINSTALLS");
        }
    }
}
