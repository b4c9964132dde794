package coldtide.e2e;

import static coldtide.e2e.Parts.findings;
import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import coldtide.server.Application;
import com.microsoft.playwright.Download;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import java.io.IOException;
import java.nio.file.Files;
import java.sql.SQLException;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** The room of extracts: single events in order, page by page, and all of them as a file; and who is told of falls. */
@ExtendWith(Application.class)
class ExtractsTest {
    @Test
    void purchasesAreReadAndTakenAway() throws IOException, SQLException {
        try (Visitor visitor =
                Visitor.in("events?days=2026-04-01..2026-05-31&what=%7B%22event%22%3A%22purchase%22%7D")) {
            assertThat(visitor.rows("Events")).hasCount(50);
            assertThat(visitor.rows("Events").first()).containsText("country");
            visitor.choose("Direction", "oldest first");
            assertThat(visitor.rows("Events").first()).containsText("1 Apr");
            visitor.page
                    .getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Next"))
                    .click();
            assertThat(visitor.page.getByLabel("Pages")).containsText("51 to 100 of");
            visitor.choose("Sort by", "amount");
            assertThat(visitor.page.getByLabel("Pages")).containsText("1 to 50 of");
            Download file = visitor.exportByKey();
            assertThat(file.suggestedFilename()).isEqualTo("gullcombe-events.csv");
            List<String> lines = Files.readAllLines(file.path());
            long purchases =
                    Visitor.sql("select count(*) from event e join app a on a.id = e.app_id and a.key = 'gullcombe'"
                            + " join event_name n on n.id = e.name_id where n.name = 'purchase'"
                            + " and (e.time at time zone 'Europe/Lisbon')::date between '2026-04-01' and '2026-05-31'");
            assertThat(lines.size() - 1L).isEqualTo(purchases);
            assertThat(findings(visitor.page)).containsText(String.format("%,d events", purchases));
        }
    }

    @Test
    void whoIsToldIsSaidInTheSettings() {
        try (Visitor visitor = Visitor.in("settings?part=alerts")) {
            visitor.page.getByLabel("Email address").fill("watch@coast.example");
            visitor.page
                    .getByRole(
                            AriaRole.BUTTON,
                            new Page.GetByRoleOptions().setName("Add").setExact(true))
                    .click();
            assertThat(visitor.page.locator(".settings-part")).containsText("watch@coast.example");
            visitor.pick("Notify", "to a webhook");
            visitor.page.getByLabel("https:// address").fill("ftp://coast.example");
            visitor.page.keyboard().press("Enter");
            assertThat(visitor.page.getByRole(AriaRole.ALERT)).containsText("name a host");
            visitor.page.getByLabel("https:// address").fill("https://coast.example/hook");
            visitor.page.keyboard().press("Enter");
            assertThat(visitor.page.locator(".shown-once")).containsText("HMAC-SHA-256");
            assertThat(visitor.page.locator(".settings-part")).containsText("waiting for an admin");
        }
    }
}
