package coldtide.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import coldtide.server.Application;
import coldtide.server.Caller;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.FilePayload;
import java.nio.charset.StandardCharsets;
import java.util.Map;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

@ExtendWith(Application.class)
class SettingsTest {
    private static void press(Page page, String button) {
        page.getByRole(
                        AriaRole.BUTTON,
                        new Page.GetByRoleOptions().setName(button).setExact(true))
                .click();
    }

    @Test
    void aMarkIsEnteredChangedAndRemoved() {
        try (Visitor visitor = Visitor.in("settings")) {
            Page page = visitor.page;
            press(page, "Add annotation");
            page.getByLabel("Name").fill("Harbour fog");
            page.getByLabel("Kind").selectOption("HOLIDAY");
            visitor.date("Begins", "202605100000");
            visitor.date("Ends", "202605090000");
            press(page, "Add");
            assertThat(page.getByText("must end after it begins")).isVisible();
            visitor.date("Ends", "202605110000");
            press(page, "Add");
            Locator row = page.locator("tr", new Page.LocatorOptions().setHasText("Harbour fog"));
            assertThat(row).containsText("Sun 10 May 00:00");
            row.getByText("Edit").click();
            page.getByLabel("Name").fill("Thick fog again");
            press(page, "Save");
            Locator changed = page.locator("tr", new Page.LocatorOptions().setHasText("Thick fog again"));
            assertThat(changed).containsText("holiday");
            visitor.confirm(changed, "Remove");
            assertThat(changed).hasCount(0);
        }
    }

    @Test
    void releasesComeFromAFileOrNotAtAll() {
        try (Visitor visitor = Visitor.in("settings")) {
            Locator input = visitor.page.getByLabel("File of releases and annotations");
            String head = "kind,name,platform,build,starts,share\n";
            String good = head + "release,0.9.1,web,7,2026-05-01,0.5\nrelease,0.9.1,web,7,2026-05-03,1\n";
            input.setInputFiles(file(good + "party,x,,,2026-05-01,\n"));
            assertThat(visitor.page.getByText("Line 4: \"kind\" must be release"))
                    .isVisible();
            Locator row = visitor.page.locator("tr", new Page.LocatorOptions().setHasText("0.9.1"));
            assertThat(row).hasCount(0);
            input.setInputFiles(file(good));
            assertThat(row).containsText("50% from Fri 1 May 00:00");
            input.setInputFiles(file(good));
            assertThat(visitor.page.getByText("0 added, 1 changed.")).isVisible();
            visitor.confirm(row, "Remove");
            assertThat(row).hasCount(0);
        }
    }

    @Test
    void settlementsComeFromAFile() {
        try (Visitor visitor = Visitor.in("tide")) {
            visitor.makeApp("Settling shore");
            visitor.enter("Data", "Settings");
            press(visitor.page, "Ad settlements");
            assertThat(visitor.page.getByText("No settlements yet.")).isVisible();
            Locator input = visitor.page.getByLabel("File of settlements");
            String head = "day,platform,adverts,amount,currency\n";
            input.setInputFiles(file(head + "2026-05-01,ios,many,0.50,EUR\n"));
            assertThat(visitor.page.getByText("Line 2: \"many\" is not a count"))
                    .isVisible();
            input.setInputFiles(file(head + "2026-05-01,ios,1200,0.50,EUR\n2026-05-02,ios,34,0.02,EUR\n"));
            assertThat(visitor.page.locator("tbody tr")).hasCount(1);
            assertThat(visitor.page.locator("tbody tr")).containsText("1,234");
        }
    }

    private static FilePayload file(String text) {
        return new FilePayload("marks.csv", "text/csv", text.getBytes(StandardCharsets.UTF_8));
    }

    @Test
    void peopleAndKeysAreForKeepers() {
        try (Visitor visitor = Visitor.in("settings")) {
            for (String part : new String[] {"Members", "API keys", "Audit log"}) {
                press(visitor.page, part);
                assertThat(visitor.page.getByText("Admins only.")).isVisible();
            }
        }
    }

    @Test
    void anAdminDeletesAnAppByTypingItsName() {
        Caller admin = Application.keeper();
        admin.post(
                "/api/apps",
                Map.of(
                        "key",
                        "to-delete",
                        "name",
                        "To Delete",
                        "zone",
                        "UTC",
                        "currency",
                        "EUR",
                        "lateLimitDays",
                        400));
        String password = admin.post("/api/people", Map.of("name", "deleting admin", "role", "KEEPER"))
                .json()
                .get("password")
                .asString();
        try (Visitor visitor = Visitor.as("deleting admin", password, "/a/to-delete/settings?part=app")) {
            press(visitor.page, "Delete this app");
            Locator dialog = visitor.page.getByRole(AriaRole.DIALOG);
            Locator confirm =
                    dialog.getByRole(AriaRole.BUTTON, new Locator.GetByRoleOptions().setName("Delete this app"));
            assertThat(confirm).isDisabled();
            dialog.getByLabel("Type To Delete").fill("to delete");
            assertThat(confirm).isDisabled();
            dialog.getByLabel("Type To Delete").fill("To Delete");
            dialog.getByLabel("Type To Delete").press("Enter");
            assertThat(visitor.page).hasURL(Pattern.compile("/a/(?!to-delete)[a-z0-9-]+/"));
            visitor.go("/a/to-delete/settings");
            assertThat(visitor.page.getByText("To Delete")).hasCount(0);
        }
    }

    @Test
    void removingAsksAndCanBeCancelledByKey() {
        try (Visitor visitor = Visitor.in("settings")) {
            Page page = visitor.page;
            press(page, "Add annotation");
            page.getByLabel("Name").fill("Kept mark");
            visitor.date("Begins", "202605120000");
            press(page, "Add");
            Locator row = page.locator("tr", new Page.LocatorOptions().setHasText("Kept mark"));
            row.getByText("Remove").click();
            assertThat(page.getByRole(AriaRole.DIALOG)).containsText("Remove the note “Kept mark”?");
            page.keyboard().press("Escape");
            assertThat(page.getByRole(AriaRole.DIALOG)).hasCount(0);
            assertThat(row).isVisible();
            visitor.confirm(row, "Remove");
            assertThat(row).hasCount(0);
        }
    }
}
