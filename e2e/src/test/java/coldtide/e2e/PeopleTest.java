package coldtide.e2e;

import static coldtide.e2e.Parts.answer;
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

/** Segments, the register, a person's log, two groups side by side. */
@ExtendWith(Application.class)
class PeopleTest {
    private static Locator button(Page page, String name) {
        return page.getByRole(
                AriaRole.BUTTON, new Page.GetByRoleOptions().setName(name).setExact(true));
    }

    /** Who are the ten best payers that went quiet in the last two weeks? */
    @Test
    void theTenBestPayersGoneQuiet() throws SQLException {
        try (Visitor visitor = Visitor.in("users")) {
            Page page = visitor.page;
            visitor.word("Filter").click();
            button(page, "something they did").click();
            visitor.pick("Users", "who did not do");
            visitor.pick("When", "in the last days");
            page.keyboard().press("Escape");
            assertThat(visitor.word("Filter")).hasText("users who did not do any activity in the last 14 days");
            long quiet = Visitor.sql("""
                    select count(*) from (
                      select person from event e join app a on a.id = e.app_id and a.key = 'gullcombe'
                      join event_name n on n.id = e.name_id join (%s) w using (install_id)
                      group by person having count(*) filter (where n.name not in ('push_received', 'uninstall_detected')
                        and (e.time at time zone 'Europe/Lisbon')::date >= '2026-06-15') = 0) q""".formatted(Visitor.WHOSE));
            assertThat(findings(page)).containsText(String.format(Locale.ROOT, "%,d users", quiet));
            Locator rows = visitor.rows("Users");
            assertThat(rows).hasCount(50);
            double before = Double.MAX_VALUE;
            for (int i = 0; i < 10; i++) {
                double revenue = Double.parseDouble(
                        Visitor.cell(rows.nth(i), 1).textContent().replaceAll("[^0-9.]", ""));
                assertThat(revenue).isPositive().isLessThanOrEqualTo(before);
                before = revenue;
            }
            Locator first = rows.first().getByRole(AriaRole.BUTTON);
            String name = first.innerText();
            first.click();
            assertThat(page.locator(".log-entries h1")).hasText(name);
            assertThat(page.locator(".log-head")).containsText("1 of " + String.format(Locale.ROOT, "%,d", quiet));
            button(page, "Next user").click();
            assertThat(page.locator(".log-entries h1")).not().hasText(name);
            page.goBack();
            page.goBack();
            assertThat(rows).hasCount(50);
            page.getByLabel("Find an account or install").fill(name);
            page.keyboard().press("Enter");
            assertThat(page.locator(".log-entries h1")).hasText(name);
        }
    }

    @Test
    void aSegmentIsMadeNestedCountedUsedAndCannotVanishWhileUsed() {
        try (Visitor visitor = Visitor.in("segments")) {
            Page page = visitor.page;
            button(page, "Create segment").click();
            page.getByLabel("Name").fill("iOS or <i>new</i>");
            button(page, "a property").click();
            page.getByLabel("Property").fill("platform");
            page.getByRole(AriaRole.OPTION, new Page.GetByRoleOptions().setName("platform"))
                    .click();
            page.getByLabel("one of").fill("ios");
            page.keyboard().press("Enter");
            button(page, "a group of conditions").click();
            assertThat(page.locator(".segment-sentence"))
                    .hasText("Users whose platform is ios and (whose  is  or who did any activity).");
            page.getByRole(AriaRole.GROUP, new Page.GetByRoleOptions().setName("Group of conditions"))
                    .getByLabel("Remove this condition")
                    .first()
                    .click();
            assertThat(page.locator("[role=status]").first()).containsText("of all");
            button(page, "Create").click();
            Locator row = page.locator("tr[data-named='iOS or <i>new</i>']");
            assertThat(row).isVisible();
            assertThat(row.locator("td").nth(2)).hasText(java.util.regex.Pattern.compile("[0-9,]+"));
            String people = row.locator("td").nth(2).textContent();

            row.getByText("Open in Metrics").click();
            assertThat(visitor.word("Filter")).hasText("users in “iOS or <i>new</i>”");
            page.goBack();
            row.getByText("Show users", new Locator.GetByTextOptions().setExact(true))
                    .click();
            assertThat(findings(page)).containsText(people + " users");
            page.goBack();

            button(page, "Create segment").click();
            page.getByLabel("Name").fill("built on it");
            button(page, "a segment").click();
            button(page, "Create").click();
            assertThat(page.locator("tr[data-named='built on it']")).isVisible();
            // The rows move up when the form closes.
            assertThat(page.locator(".segment-form")).hasCount(0);
            visitor.confirm(row, "remove");
            assertThat(page.locator("[role=alert]")).containsText("is used by the segment \"built on it\"");
            visitor.confirm(page.locator("tr[data-named='built on it']"), "remove");
            assertThat(page.locator("tr[data-named='built on it']")).hasCount(0);
            visitor.confirm(row, "remove");
            assertThat(row).hasCount(0);
        }
    }

    @Test
    void twoGroupsStandSideBySide() {
        try (Visitor visitor = Visitor.in("compare?days=2026-04-06..2026-06-28")) {
            Page page = visitor.page;
            assertThat(page.locator("tr[data-row='FIGURE ARPU']")).isVisible();
            assertThat(page.locator("tr[data-row='EVENT_SHARE purchase']")).isVisible();
            assertThat(findings(page)).containsText("(after correction)");
            assertThat(findings(page)).containsText("A difference is not a cause");
            visitor.choose("Sort by", "significance");
            assertThat(answer(page).locator("tbody tr").first().locator("td").last())
                    .containsText("p ");
        }
    }

    @Test
    void aBehaviourIsNamedAndChosenLikeAnEvent() {
        try (Visitor visitor = Visitor.in("catalogue?part=behaviours")) {
            Page page = visitor.page;
            assertThat(page.locator("tr[data-named='any play']")).containsText("beacon_started, lamp_trimmed");
            button(page, "Create behaviour").click();
            page.getByRole(AriaRole.TEXTBOX, new Page.GetByRoleOptions().setName("Name"))
                    .fill("met trouble");
            for (String event : new String[] {"storm_met", "crash"}) {
                if (event.equals("crash")) {
                    page.getByText("Add another event …").click();
                }
                page.getByRole(AriaRole.COMBOBOX).last().fill(event);
                page.getByRole(
                                AriaRole.OPTION,
                                new Page.GetByRoleOptions().setName(event).setExact(true))
                        .click();
            }
            button(page, "Save").click();
            Locator row = page.locator("tr[data-named='met trouble']");
            assertThat(row).containsText("storm_met or crash");
            visitor.go("/a/gullcombe/metrics?days=2026-04-06..2026-06-28");
            visitor.word("Metric a").click();
            page.getByRole(AriaRole.COMBOBOX, new Page.GetByRoleOptions().setName("what"))
                    .fill("met tr");
            page.getByRole(AriaRole.OPTION, new Page.GetByRoleOptions().setName("met trouble"))
                    .click();
            page.keyboard().press("Escape");
            assertThat(visitor.word("Metric a")).hasText("users who did “met trouble”");
            visitor.go("/a/gullcombe/catalogue?part=behaviours");
            visitor.confirm(row, "remove");
            assertThat(row).hasCount(0);
        }
    }
}
