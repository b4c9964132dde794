package coldtide.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import coldtide.server.Application;
import coldtide.server.EventRows;
import com.microsoft.playwright.Download;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import java.io.IOException;
import java.nio.file.Files;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** The room of releases: of a version that half of the people in a file have, it is told what is worse for them. */
@ExtendWith(Application.class)
class ReleasesTest {
    /** Two hundred people over four weeks; from the third on every second has 1.1.0, on which a third of the adverts is watched. */
    private static String events() {
        EventRows rows = new EventRows(11, "platform,app_version");
        for (int day = 0; day < 28; day++) {
            for (int person = 0; person < 200; person++) {
                boolean isOn = day >= 14 && person % 2 == 0;
                String who = "android," + (isOn ? "1.1.0" : "1.0.0");
                rows.add("app_open", day, person, who);
                for (int advert = rows.random(3); advert >= 0; advert--) {
                    if (!isOn || rows.random(3) == 0) {
                        rows.addAdvert(day, person, who);
                    }
                }
            }
        }
        return rows.toString();
    }

    @Test
    void aReleaseThatHurtsIsToldFromWhatItFollowed() throws IOException {
        try (Visitor visitor = Visitor.in("tide")) {
            visitor.makeAppOf("Rolled lights", "rolled.csv", events());
            visitor.enter("Watch", "Releases");
            Locator rows = visitor.page.locator(".releases tbody tr");
            assertThat(rows).hasCount(2);
            assertThat(rows.nth(0)).containsText("1.1.0");
            assertThat(rows.nth(0)).containsText("50.0%");
            assertThat(rows.nth(0)).containsText("Worse");
            assertThat(rows.nth(0)).containsText("Completed ads \u2212");
            assertThat(rows.nth(1)).containsText("Nothing to compare");

            // By keyboard: into the release.
            rows.nth(0).getByRole(AriaRole.BUTTON).focus();
            visitor.page.keyboard().press("Enter");
            assertThat(visitor.page.locator("h1")).hasText("1.1.0 on android");
            assertThat(visitor.page.url()).contains("release=1.1.0.android");
            Locator adverts = visitor.page
                    .locator(".measures-of-release tr")
                    .filter(new Locator.FilterOptions().setHasText("Completed ads"));
            assertThat(adverts).containsText("worse");
            Locator back = visitor.page
                    .locator(".measures-of-release tr")
                    .filter(new Locator.FilterOptions().setHasText("Active again the next day"));
            assertThat(back).containsText("100.0%");
            assertThat(back).not().containsText("worse");
            assertThat(visitor.page
                            .locator(".release-adoption svg, .release-adoption canvas")
                            .first())
                    .isVisible();

            Download csv = visitor.page.waitForDownload(() -> visitor.page
                    .getByRole(
                            AriaRole.BUTTON,
                            new Page.GetByRoleOptions().setName("CSV").setExact(true))
                    .click());
            assertThat(Files.readString(csv.path())).contains("1.1.0,android,2026-03-16,Worse,adverts");

            visitor.page
                    .getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("All releases"))
                    .click();
            assertThat(rows).hasCount(2);
        }
    }

    @Test
    void howItWasTakenUpIsToldByAnyPropertyOfPeople() {
        try (Visitor visitor = Visitor.in("releases?release=1.6.0.android")) {
            Locator adoption = visitor.page.locator(".release-adoption");
            assertThat(adoption).containsText(", on 1.6.0, by day");
            visitor.propose("By", "country");
            assertThat(adoption).containsText("by day and country");
            assertThat(visitor.page.url()).contains("by=country");
            visitor.propose("By", "level");
            assertThat(adoption).containsText("\u201clevel\u201d is not a property of users");
            visitor.page
                    .getByRole(
                            AriaRole.BUTTON,
                            new Page.GetByRoleOptions().setName("all users").setExact(true))
                    .click();
            assertThat(adoption).not().containsText("by day and");
        }
    }
}
