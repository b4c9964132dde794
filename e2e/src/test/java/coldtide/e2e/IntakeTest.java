package coldtide.e2e;

import static coldtide.e2e.Parts.foot;
import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import coldtide.server.Application;
import coldtide.server.Caller;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.assertions.LocatorAssertions;
import com.microsoft.playwright.options.AriaRole;
import java.nio.charset.StandardCharsets;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

@ExtendWith(Application.class)
class IntakeTest {
    /** The page looks every five seconds, and the log is read anew in between. */
    private static final LocatorAssertions.HasTextOptions LONG =
            new LocatorAssertions.HasTextOptions().setTimeout(30_000);

    private static final LocatorAssertions.ContainsTextOptions LONG_CONTAINS =
            new LocatorAssertions.ContainsTextOptions().setTimeout(30_000);

    @Test
    void aListOfPurchasesNeedsNoWordOfExplanation() {
        try (Visitor visitor = Visitor.in("tide")) {
            visitor.makeApp("Purchase List");
            visitor.send("sales.csv", """
                    Date;Customer;Value;Item
                    03.06.2026 10:15;anna;4,99;lamp oil
                    04.06.2026 11:20;bo;12,50;glass pack
                    14.06.2026 09:01;anna;4,99;lamp oil
                    15.06.2026 18:44;chi;cheap;lamp oil
                    """);
            assertThat(visitor.page.locator(".becomes li").first())
                    .hasText("purchase on Wed 3 Jun 10:15 by anna, EUR 4.99 · item lamp oil");
            assertThat(visitor.page.getByLabel("Delimiter")).hasValue(";");
            visitor.bringIn();
            Locator run = visitor.page.locator("tr[data-import]").first();
            assertThat(run).containsText("done");
            assertThat(run.locator("td").nth(5)).hasText("3");

            visitor.page
                    .getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Correct"))
                    .click();
            visitor.page.getByLabel("Corrected row").fill("15.06.2026 18:44;chi;1,99;lamp oil");
            visitor.page
                    .getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Send again"))
                    .click();
            assertThat(visitor.page.getByText("No rejected rows.")).isVisible();

            visitor.page
                    .getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName("Watch"))
                    .click();
            assertThat(visitor.page.locator("tr[data-figure=PURCHASES] td").nth(6))
                    .hasText("4");
            monthsOfBuyers(visitor);
        }
    }

    /** Month cohorts of buyers, and what each had spent, of nothing but a list of purchases: EUR 24.47 by three people. */
    private static void monthsOfBuyers(Visitor visitor) {
        visitor.page
                .getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName("Ask"))
                .click();
        visitor.page
                .getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName("Retention"))
                .click();
        visitor.choose("Cohorts by", "month");
        Locator june = visitor.page.locator("tr[data-cohort='2026-06-01'] td");
        assertThat(june.nth(0)).hasText("3");
        assertThat(june.nth(1)).hasText("100");
        visitor.choose("Question", "what was their lifetime value (LTV)");
        assertThat(june.nth(1)).hasText("8.16");
    }

    @Test
    void whatAColumnBecomesCanBeChangedAndIsKept() {
        try (Visitor visitor = Visitor.in("tide")) {
            visitor.makeApp("Odd Names");
            String file = "moment,phone,deed,strength\n2026-06-03T10:15:00Z,p1,beacon_lit,5\n";
            visitor.send("odd.csv", file);
            assertThat(visitor.page.getByText("No column says who.")).isVisible();
            visitor.page.getByLabel("Import phone as").selectOption("INSTALL");
            assertThat(visitor.page.getByText("No column says what was done.")).isVisible();
            visitor.page.getByLabel("Import deed as").selectOption("NAME");
            visitor.page.getByLabel("Property name of strength").fill("force");
            visitor.page.getByLabel("Property name of strength").press("Tab");
            assertThat(visitor.page.locator(".becomes li")).hasText("beacon_lit on Wed 3 Jun 10:15 by p1 · force 5");
            visitor.bringIn();
            assertThat(visitor.page.locator("tr[data-import]").first()).containsText("done");
            visitor.send("odd-again.csv", file);
            assertThat(visitor.page.getByText("Settings of the last file with these columns are used."))
                    .isVisible();
            visitor.bringIn();
            assertThat(visitor.page
                            .locator("tr[data-import]")
                            .first()
                            .locator("td")
                            .nth(6))
                    .hasText("1");
        }
    }

    @Test
    void whatAProgramSendsMovesTheLightAndTheTideTable() {
        try (Visitor visitor = Visitor.in("tide")) {
            visitor.makeApp("Live Cove");
            Caller keeper = Application.keeper();
            String key = keeper.post("/api/apps/live-cove/keys", Map.of("name", "k", "perSecond", 1000))
                    .json()
                    .get("secret")
                    .asString();
            Caller program = Caller.withKey(key);
            for (int i = 1; i <= 2; i++) {
                String event = "{\"specversion\":\"1.0\",\"id\":\"" + i + "\",\"source\":\"phone-" + i
                        + "\",\"type\":\"app_open\"}";
                program.call(
                        "POST",
                        "/api/apps/live-cove/events",
                        "application/cloudevents+json",
                        event.getBytes(StandardCharsets.UTF_8));
                assertThat(visitor.page.locator("a[data-intake]")).hasText("Import: live", LONG);
                assertThat(foot(visitor.page)).containsText(i + " events", LONG_CONTAINS);
            }
        }
    }

    @Test
    void aFileOfOnesOwnBecomesATideTable() {
        try (Visitor visitor = Visitor.in("tide")) {
            visitor.makeApp("Harbour Chess");
            assertThat(visitor.page.getByText("Import events into Harbour Chess"))
                    .isVisible();
            visitor.send("chess.csv", """
                    id,name,time,install,platform,app_version
                    1,app_open,2026-06-01T10:00:00Z,a,web,0.9
                    2,game_won,2026-06-01T10:10:00Z,a,web,0.9
                    3,app_open,2026-06-02T10:00:00Z,b,web,0.9
                    4,app_open,never,b,web,0.9
                    5,app_open,2026-06-03T10:00:00Z,a,web
                    """);
            visitor.bringIn();
            Locator run = visitor.page.locator("tr[data-import]").first();
            assertThat(run).containsText("done");
            assertThat(run.locator("td").nth(4)).hasText("5");
            assertThat(run.locator("td").nth(5)).hasText("3");
            assertThat(run.locator("td").nth(7)).hasText("2");
            Locator held = visitor.rows("Rejected rows");
            assertThat(held).hasCount(2);
            assertThat(held.first()).containsText("\"time\" is no time: \"never\"");
            assertThat(Visitor.cell(held.first(), 1)).hasText("5");
            assertThat(held.last()).containsText("5 fields where the header has 6");
            assertThat(foot(visitor.page)).containsText("2 rejected rows");
            visitor.confirm(held.last(), "Dismiss");
            assertThat(held).hasCount(1);
            assertThat(foot(visitor.page)).containsText("1 rejected row");
            visitor.confirm(visitor.page.locator(".intake"), "Dismiss all");
            assertThat(visitor.page.getByText("No rejected rows.")).isVisible();

            visitor.page
                    .getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName("Watch"))
                    .click();
            assertThat(visitor.page.locator("tr[data-figure=INSTALLS] td").nth(6))
                    .hasText("2");
        }
    }

    @Test
    void anEmptyAppSaysWhatWouldFillIt() {
        try (Visitor visitor = Visitor.in("tide")) {
            visitor.makeApp("Empty Cove");
            assertThat(visitor.page.getByText("No file has been imported yet.")).isVisible();
            visitor.page
                    .getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName("Ask"))
                    .click();
            assertThat(visitor.page.getByText("No events of Empty Cove have been received yet."))
                    .isVisible();
            visitor.page
                    .getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName("Import a file of events"))
                    .click();
            visitor.send("nothing.csv", "");
            assertThat(visitor.page.getByText("The file is empty.")).isVisible();
            visitor.send("half.csv", "id,name,time\n1,app_open,2026-06-01T10:00:00Z\n");
            assertThat(visitor.page.getByText("No column says who.")).isVisible();
            assertThat(visitor.page.getByRole(
                            AriaRole.BUTTON,
                            new Page.GetByRoleOptions().setName("Import").setExact(true)))
                    .isDisabled();
        }
    }
}
