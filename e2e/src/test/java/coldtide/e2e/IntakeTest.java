package coldtide.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import coldtide.server.Application;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.FilePayload;
import java.nio.charset.StandardCharsets;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

@ExtendWith(Application.class)
class IntakeTest {
    private static void send(Visitor visitor, String name, String content) {
        visitor.page
                .getByLabel("File of events")
                .setInputFiles(new FilePayload(name, "text/csv", content.getBytes(StandardCharsets.UTF_8)));
    }

    private static void makeApp(Visitor visitor, String name) {
        visitor.page.getByLabel("App: Gullcombe Lights").click();
        visitor.page
                .getByRole(AriaRole.MENUITEM, new Page.GetByRoleOptions().setName("A new app"))
                .click();
        visitor.page.getByLabel("Name").fill(name);
        visitor.page.getByLabel("Time zone").fill("Atlantic/Azores");
        visitor.page
                .getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Make it"))
                .click();
    }

    @Test
    void aFileOfOnesOwnBecomesATideTable() {
        try (Visitor visitor = Visitor.in("tide")) {
            makeApp(visitor, "Harbour Chess");
            assertThat(visitor.page.getByText("Bring a file of events to Harbour Chess"))
                    .isVisible();
            send(visitor, "chess.csv", """
                    id,name,time,install,platform,app_version
                    1,app_open,2026-06-01T10:00:00Z,a,web,0.9
                    2,game_won,2026-06-01T10:10:00Z,a,web,0.9
                    3,app_open,2026-06-02T10:00:00Z,b,web,0.9
                    4,app_open,never,b,web,0.9
                    5,app_open,2026-06-03T10:00:00Z,a,web
                    """);
            Locator run = visitor.page.locator("tr[data-import]").first();
            assertThat(run).containsText("done");
            assertThat(run.locator("td").nth(4)).hasText("5");
            assertThat(run.locator("td").nth(5)).hasText("3");
            assertThat(run.locator("td").nth(7)).hasText("2");
            Locator held = visitor.page.locator(".held-back tbody tr");
            assertThat(held).hasCount(2);
            assertThat(held.first()).containsText("\"time\" is no time: \"never\"");
            assertThat(held.first().locator("td").first()).hasText("5");
            assertThat(held.last()).containsText("5 fields where the header has 6");
            assertThat(visitor.page.locator(".foot")).containsText("2 rows held back");

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
            makeApp(visitor, "Empty Cove");
            assertThat(visitor.page.getByText("No file has been sent yet.")).isVisible();
            visitor.page
                    .getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName("Ask"))
                    .click();
            assertThat(visitor.page.getByText("No events of Empty Cove have been received yet."))
                    .isVisible();
            visitor.page
                    .getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName("Bring a file of events"))
                    .click();
            send(visitor, "nothing.csv", "");
            assertThat(visitor.page.getByText("The file is empty.")).isVisible();
            send(visitor, "half.csv", "id,name,time\n1,app_open,2026-06-01T10:00:00Z\n");
            assertThat(visitor.page.getByText("has no column \"install\"")).isVisible();
        }
    }
}
