package coldtide.e2e;

import static coldtide.e2e.Parts.answer;
import static coldtide.e2e.Parts.findings;
import static coldtide.e2e.Parts.head;
import static coldtide.e2e.Parts.sentence;
import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import coldtide.server.Application;
import coldtide.server.Caller;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.Route;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.LoadState;
import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.function.Predicate;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** An answer says whose it is, a fault stays in its room, and no address makes a blank page. */
@ExtendWith(Application.class)
class AnswersTest {
    @ParameterizedTest
    @ValueSource(strings = {"day", "week", "month"})
    void twoFiguresOpenInTurnAndTheRoomIsLeft(String grain) {
        try (Visitor visitor = Visitor.in("tide?by=" + grain)) {
            for (String figure : new String[] {"ACTIVE_PEOPLE", "SESSIONS", "REVENUE"}) {
                visitor.page
                        .locator("tr[data-figure=" + figure + "] button")
                        .first()
                        .click();
                assertThat(visitor.page.locator("figure figcaption")).hasCount(1);
                assertThat(head(visitor.page)).isVisible();
            }
            head(visitor.page)
                    .getByRole(
                            AriaRole.LINK,
                            new Locator.GetByRoleOptions().setName("Ask").setExact(true))
                    .click();
            head(visitor.page)
                    .getByRole(
                            AriaRole.LINK,
                            new Locator.GetByRoleOptions().setName("Retention").setExact(true))
                    .click();
            assertThat(sentence(visitor.page)).isVisible();
        }
    }

    /** While the answer to a changed question is on its way, figures and findings stay those of the question before. */
    @ParameterizedTest
    @CsvSource({
        "tide?by=day, /tide-table, by=week",
        "retention?by=week, /retention, by=day",
        "metrics, /measures, by=week",
        "users, /register, direction=up"
    })
    void anAnswerThatIsLateIsNotShownUnderAnotherQuestion(String room, String path, String change) {
        try (Visitor visitor = Visitor.in(room)) {
            Locator answer = visitor.page.locator("[data-updating]");
            Locator findings = findings(visitor.page).locator("ul");
            assertThat(findings).not().isEmpty();
            visitor.page.waitForLoadState(LoadState.NETWORKIDLE);
            String before = settled(findings);
            String figures = settled(answer(visitor.page));
            List<Route> held = new ArrayList<>();
            visitor.page.route(url -> url.endsWith("/api/apps/gullcombe" + path), held::add);
            visitor.page.evaluate(
                    "change => { const url = new URL(location.href); const [name, value] = change.split('=');"
                            + " url.searchParams.set(name, value); history.pushState({}, '', url);"
                            + " dispatchEvent(new PopStateEvent('popstate', { state: {} })); }",
                    change);
            assertThat(visitor.page.getByText("updating …")).isVisible();
            assertThat(answer).hasAttribute("data-updating", "true");
            assertThat(findings.innerText()).isEqualTo(before);
            assertThat(answer(visitor.page).innerText()).isEqualTo(figures);
            held.forEach(Route::resume);
            assertThat(answer).hasAttribute("data-updating", "false");
            assertThat(visitor.page.getByText("updating …")).hasCount(0);
            assertThat(answer(visitor.page).innerText()).isNotEqualTo(figures);
        }
    }

    /** The text once it no longer changes: a chart is drawn some time after its answer has come. */
    private static String settled(Locator section) {
        String before = "";
        String now = section.innerText();
        for (int looks = 0; looks < 60 && !now.equals(before); looks++) {
            before = now;
            section.page().waitForTimeout(1_000);
            now = section.innerText();
        }
        return now;
    }

    /** Not even greyed: figures of one app say nothing of another. */
    @Test
    void noFiguresOfOneAppAreShownUnderAnother() throws InterruptedException {
        Caller keeper = Application.keeper();
        keeper.makeApp("second-cove", 7320);
        Application.bring(keeper, "second-cove", "id,name,time,install\n1,open,2026-06-01T10:00:00Z,i\n");
        try (Visitor visitor = Visitor.in("tide")) {
            Locator figures = answer(visitor.page);
            assertThat(figures).isVisible();
            List<Route> held = new ArrayList<>();
            visitor.page.route(url -> url.contains("/api/apps/second-cove/"), held::add);
            visitor.page.evaluate("() => { history.pushState({}, '', '/a/second-cove/tide');"
                    + " dispatchEvent(new PopStateEvent('popstate', { state: {} })); }");
            assertThat(visitor.page.getByLabel("App: An app")).isVisible();
            assertThat(figures).hasCount(0);
            assertThat(visitor.page.locator(".rail")).hasCount(0);
            visitor.page.unrouteAll();
            held.forEach(Route::resume);
            assertThat(figures).isVisible();
        }
    }

    @Test
    void anAnswerThatIsNotWaitedForCanBeStoppedAndAskedAgain() {
        try (Visitor visitor = Visitor.in("retention?by=week")) {
            assertThat(findings(visitor.page).locator("ul")).not().isEmpty();
            Predicate<String> question = url -> url.endsWith("/api/apps/gullcombe/retention");
            List<Route> held = new ArrayList<>();
            visitor.page.route(question, held::add);
            visitor.page.evaluate(
                    "() => { const url = new URL(location.href); url.searchParams.set('by', 'day');"
                            + " history.pushState({}, '', url); dispatchEvent(new PopStateEvent('popstate', { state: {} })); }");
            visitor.page
                    .getByRole(
                            AriaRole.BUTTON,
                            new Page.GetByRoleOptions().setName("Stop").setExact(true))
                    .click();
            assertThat(visitor.page.getByText("This answer belongs to the previous question."))
                    .isVisible();
            visitor.page.unroute(question);
            visitor.page
                    .getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Ask again"))
                    .click();
            assertThat(visitor.page.locator("[data-updating]")).hasAttribute("data-updating", "false");
        }
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "tide?among=|{\"not\":null}",
                "retention?among=|{\"all\":[null]}",
                "users?among=|[7]",
                "funnels?steps=|[{\"what\":{\"not\":null}}]",
                "events?what=|{\"event\":7}",
                "compare?first=|{\"did\":null}",
                "levels?among=|oops",
                "segments?among=|{\"segment\":\"x\"}"
            })
    void anAddressThatCannotBeReadSaysSo(String room, String value) {
        try (Visitor visitor = Visitor.in(room + URLEncoder.encode(value, StandardCharsets.UTF_8))) {
            assertThat(visitor.page.getByRole(AriaRole.ALERT)).containsText("cannot be read");
            visitor.page
                    .getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName("Reset the room"))
                    .click();
            assertThat(visitor.page.getByRole(AriaRole.ALERT)).hasCount(0);
            assertThat(head(visitor.page)).isVisible();
        }
    }

    @Test
    void aLetterDoesNothingWhileAMenuIsOpen() {
        try (Visitor visitor = Visitor.in("tide")) {
            AtomicBoolean saved = new AtomicBoolean();
            visitor.page.onDownload(download -> saved.set(true));
            visitor.settle();
            visitor.word("Period").click();
            visitor.page.keyboard().press("x");
            visitor.page.waitForTimeout(300);
            assertThat(saved).isFalse();
            visitor.page.keyboard().press("Escape");
            assertThat(visitor.page.locator("[role=dialog]")).hasCount(0);
            visitor.exportByKey();
        }
    }
}
