package coldtide.e2e;

import static coldtide.e2e.Parts.findings;
import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import coldtide.server.Application;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import java.sql.SQLException;
import java.util.Locale;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

@ExtendWith(Application.class)
class CatalogueTest {
    private static final String ALL = "days=2026-01-01..2026-06-28";

    private static Locator row(Page page, String name) {
        return page.locator("tr[data-name='" + name + "']");
    }

    private static void press(Page page, String button) {
        page.getByRole(
                        AriaRole.BUTTON,
                        new Page.GetByRoleOptions().setName(button).setExact(true))
                .click();
    }

    private static String sent(String name, String platform, String version) throws SQLException {
        long events = Visitor.sql("""
                select count(*) from event e
                join app a on a.id = e.app_id and a.key = 'gullcombe'
                join event_name n on n.id = e.name_id and n.name = ?
                join event_context c on c.id = e.context_id and c.properties ->> 'platform' = ?
                  and c.properties ->> 'app_version' = ?""", name, platform, version);
        return String.format(Locale.ROOT, "%,d", events);
    }

    /** Which versions do not send an event is answered by one look. */
    @Test
    void theVersionThatDoesNotSendAnEventStandsOut() throws SQLException {
        try (Visitor visitor = Visitor.in("catalogue?" + ALL)) {
            Page page = visitor.page;
            Locator finding = findings(page).locator("li.caution");
            assertThat(finding).hasCount(1);
            assertThat(finding).containsText("ad_finished is not sent by android 1.7.1");
            finding.getByRole(AriaRole.BUTTON).click();
            assertThat(row(page, "ad_finished")).containsText("missing");
            Locator grid = page.locator(".sender-grid").first();
            assertThat(grid.locator("td.missing")).hasCount(1);
            Locator version = grid.locator(
                    "tr",
                    new Locator.LocatorOptions()
                            .setHas(page.getByRole(AriaRole.ROWHEADER, new Page.GetByRoleOptions().setName("1.7.1"))));
            assertThat(version.locator("td").nth(0)).containsText("none of ~");
            assertThat(version.locator("td").nth(1)).hasText(sent("ad_finished", "ios", "1.7.1"));
            assertThat(page.url()).contains("open=ad_finished");
        }
    }

    @Test
    void whatIsWrittenIsReadEverywhereAndMarkupIsText() {
        try (Visitor visitor = Visitor.in("catalogue?" + ALL + "&open=storm_met")) {
            Page page = visitor.page;
            press(page, "Edit description");
            page.getByLabel("Description").fill("<img src=x onerror=alert(1)> A storm at sea");
            page.getByLabel("Display name").fill("Storms <b>met</b>");
            page.getByLabel("Owner").fill("Coast team");
            press(page, "Save");
            assertThat(page.locator(".entry-words")).containsText("<img src=x onerror=alert(1)> A storm at sea");
            assertThat(page.locator(".entry-words")).containsText("Owner: Coast team.");
            assertThat(row(page, "storm_met")).containsText("Storms <b>met</b>storm_met");

            visitor.go("/a/gullcombe/retention?" + ALL);
            visitor.choose("Came back with", "Storms <b>met</b>");
            assertThat(findings(page)).containsText("Coming back means Storms <b>met</b>");
            assertThat(page.url()).contains("back=storm_met");

            visitor.go("/a/gullcombe/catalogue?" + ALL + "&open=storm_met");
            press(page, "Edit description");
            page.getByLabel("Display name").fill("");
            page.getByLabel("Hide from pickers").check();
            press(page, "Save");
            assertThat(row(page, "storm_met")).hasCount(0);
            visitor.choose("Showing", "hidden");
            assertThat(page.locator("tr[data-name]")).hasCount(1);
            press(page, "Edit description");
            page.getByLabel("Hide from pickers").uncheck();
            press(page, "Save");
            assertThat(page.getByText("No event matches.")).isVisible();
        }
    }

    @Test
    void aQuestionAboutAnEventThatIsMissingSomewhereSaysSo() {
        try (Visitor visitor = Visitor.in("retention?" + ALL + "&back=ad_finished")) {
            assertThat(findings(visitor.page))
                    .containsText("ad_finished is not sent by android 1.7.1, though earlier versions sent it");
        }
    }

    @Test
    void aChangeOfActivityIsShownBeforeItIsMade() {
        try (Visitor visitor = Visitor.in("catalogue?" + ALL + "&open=push_received")) {
            Page page = visitor.page;
            Locator part = page.locator(".activity");
            assertThat(part).containsText("Passive: this event does not count");
            press(page, "Count it as activity");
            assertThat(part).containsText("Active users per day would go from");
            press(page, "Cancel");
            press(page, "Count it as activity");
            press(page, "Recalculate");
            assertThat(part).containsText("This event counts as activity.");
            assertThat(row(page, "push_received")).containsText("activity");
            press(page, "No longer count it as activity");
            press(page, "Recalculate");
            assertThat(part).containsText("Passive: this event does not count");
        }
    }

    @Test
    void aPropertyShowsItsValuesAndTheEventsThatHaveIt() throws SQLException {
        try (Visitor visitor = Visitor.in("catalogue?" + ALL)) {
            Page page = visitor.page;
            visitor.choose("List", "properties");
            page.getByLabel("Name contains").fill("star");
            assertThat(page.locator("tr[data-name]")).hasCount(1);
            press(page, "stars");
            long three =
                    Visitor.sql("select count(*) from event e join app a on a.id = e.app_id and a.key = 'gullcombe'"
                            + " where e.properties ->> 'stars' = '3'");
            Locator values = page.locator(".sender-grid").first();
            Locator row = values.locator("tr", new Locator.LocatorOptions().setHas(page.locator("th:text-is('3')")));
            assertThat(row).containsText(String.format(Locale.ROOT, "%,d", three));
            assertThat(page.locator(".sender-grid").nth(1)).containsText("beacon_lit");
            assertThat(page.url()).contains("part=properties").contains("like=star");
        }
    }

    @Test
    void theKeyboardAloneIsEnough() {
        try (Visitor visitor = Visitor.in("catalogue?" + ALL)) {
            Page page = visitor.page;
            Locator name = row(page, "beacon_lit").getByRole(AriaRole.BUTTON);
            name.focus();
            page.keyboard().press("Enter");
            assertThat(name).hasAttribute("aria-expanded", "true");
            page.locator("table.own-properties").waitFor();
            page.keyboard().press("Tab");
            page.keyboard().press("Tab");
            page.keyboard().press("Tab");
            assertThat(page.getByText("Edit description")).isFocused();
            page.keyboard().press("Enter");
            assertThat(page.getByLabel("Description")).isFocused();
            page.keyboard().press("Escape");
            name.focus();
            page.keyboard().press("Enter");
            assertThat(name).hasAttribute("aria-expanded", "false");
        }
    }
}
