package coldtide.e2e;

import static coldtide.e2e.Parts.argument;
import static coldtide.e2e.Parts.details;
import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import coldtide.server.Application;
import coldtide.server.FallenHeights;
import coldtide.server.FallenLights;
import com.microsoft.playwright.Download;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import java.io.IOException;
import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** The room of cases: what fell in a file of events is found, argued and put down to the slice that explains it. */
@ExtendWith(Application.class)
class CasesTest {
    @Test
    void aFallInAFileIsArguedToItsSlice() throws IOException {
        try (Visitor visitor = Visitor.in("tide")) {
            visitor.makeAppOf("Fallen lights", "fallen.csv", FallenLights.events(0, FallenLights.MENDED));
            visitor.enter("Watch", "Cases");
            Locator row =
                    visitor.page.locator(".cases tbody tr").filter(new Locator.FilterOptions().setHasText("Nacre 5"));
            assertThat(row).hasCount(1);
            row.getByRole(AriaRole.BUTTON).click();
            Locator argument = argument(visitor.page);
            assertThat(visitor.page.locator("h1")).hasText("Revenue from ads of gpu Nacre 5 dropped");
            assertThat(argument).containsText("Without this group there is no drop");
            assertThat(visitor.page.locator(".case-view canvas, .case-view svg").first())
                    .isVisible();

            // By keyboard: to the step and into its table.
            Locator where = visitor.page.getByRole(
                    AriaRole.BUTTON,
                    new Page.GetByRoleOptions().setName("Where").setExact(true));
            where.focus();
            visitor.page.keyboard().press("Enter");
            assertThat(where).hasAttribute("aria-expanded", "true");
            assertThat(details(visitor.page).locator("table")).containsText("not in gpu Nacre 5");
            assertThat(visitor.page.url()).contains("step=where");

            Download csv = visitor.page.waitForDownload(() -> visitor.page
                    .getByRole(
                            AriaRole.BUTTON,
                            new Page.GetByRoleOptions().setName("CSV").setExact(true))
                    .click());
            assertThat(Files.readString(csv.path())).contains("Revenue from ads,gpu Nacre 5");

            visitor.page
                    .getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Keep as evidence"))
                    .click();
            assertThat(details(visitor.page)).containsText("Saved as evidence number");

            visitor.page.goBack();
            assertThat(where).hasAttribute("aria-expanded", "false");
            visitor.page
                    .getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("All cases"))
                    .click();
            assertThat(visitor.page.locator("h1")).hasText("Cases");
            // The rail has a notch for it, which opens it.
            visitor.page.locator(".rail-drops g").first().click();
            assertThat(visitor.page.locator(".case-kind")).isVisible();
        }
    }

    /** A measure is watched by choice, from the keyboard: it fell by itself, and is a case that can be taken apart. */
    @Test
    void whatWasChosenAndFellByItselfIsACase() {
        try (Visitor visitor = Visitor.in("tide")) {
            Page page = visitor.page;
            visitor.makeAppOf("Fallen heights", "heights.csv", FallenHeights.events());
            String home = page.url().replaceFirst(".*(/a/[^/]+)/.*", "$1");
            String mean = "[{\"name\":\"a\",\"kind\":\"MEAN\",\"property\":\"height\"}]";
            visitor.go(home + "/measures?m=" + URLEncoder.encode(mean, StandardCharsets.UTF_8));
            page.getByRole(
                            AriaRole.BUTTON,
                            new Page.GetByRoleOptions()
                                    .setName("Create monitor")
                                    .setExact(true))
                    .focus();
            page.keyboard().press("Enter");
            page.getByLabel("Name").fill("Heights");
            page.getByLabel("Name").press("Enter");
            assertThat(page.getByText("is now monitored daily")).isVisible();

            visitor.enter("Watch", "Cases");
            page.locator(".cases tbody tr")
                    .filter(new Locator.FilterOptions().setHasText("“Heights” dropped"))
                    .getByRole(AriaRole.BUTTON)
                    .click();
            assertThat(page.locator("h1")).containsText("“Heights” dropped");
            assertThat(page.locator(".case-kind")).containsText("Unexplained");
            assertThat(argument(page)
                            .locator("li")
                            .filter(new Locator.FilterOptions().setHasText("Where"))
                            .first())
                    .containsText("country BR");
            assertThat(page.getByText("Split in Metrics")).isVisible();
        }
    }

    /** From the fall to the record of it: kept, said otherwise with its figures bound, talked about, acted on, asked again, taken away. */
    @Test
    void aCaseIsKeptAndTakenAway() throws IOException {
        try (Visitor visitor = Visitor.in("tide")) {
            visitor.makeAppOf("Kept lights", "fallen.csv", FallenLights.events(0, FallenLights.MENDED + 14));
            visitor.enter("Watch", "Cases");
            visitor.page
                    .locator(".cases tbody tr")
                    .filter(new Locator.FilterOptions().setHasText("Nacre 5"))
                    .getByRole(AriaRole.BUTTON)
                    .click();
            press(visitor, "Save as case");
            assertThat(visitor.page.locator(".case-kind")).containsText("open");
            Locator verdict =
                    argument(visitor.page).locator("li").filter(new Locator.FilterOptions().setHasText("Conclusion"));
            verdict.getByRole(AriaRole.BUTTON, new Locator.GetByRoleOptions().setName("Edit text"))
                    .click();
            visitor.page
                    .getByLabel("Text of “Conclusion”")
                    .fill("The player of 2.0 breaks adverts: {size} since {first day}.");
            press(visitor, "Save text");
            assertThat(verdict).containsText("The player of 2.0 breaks adverts: −");
            assertThat(verdict.locator(".bound")).hasCount(2);
            assertThat(verdict.locator(".bound").last()).hasText("Wed 15 Apr");

            press(visitor, "Edit title, status or action");
            visitor.page.getByLabel("Title").fill("Broken player");
            visitor.page.getByLabel("Action taken").fill("The old player for this GPU.");
            visitor.date("Effective from", "20260504");
            press(visitor, "Save");
            assertThat(visitor.page.locator("h1")).hasText("Broken player");
            assertThat(argument(visitor.page)).containsText("Recovered: since Mon 4 May");

            visitor.page.getByLabel("Add a comment").fill("Told the makers of the player.");
            press(visitor, "Add");
            assertThat(visitor.page.locator(".case-comments")).containsText("Told the makers");

            visitor.page
                    .getByRole(
                            AriaRole.BUTTON,
                            new Page.GetByRoleOptions()
                                    .setName("Compare with current data")
                                    .setExact(true))
                    .click();
            assertThat(visitor.page.locator(".case-then thead th")).hasCount(3);
            press(visitor, "Update the case with the current data");
            assertThat(visitor.page.locator(".case-then thead th")).hasCount(4);

            Download html = visitor.page.waitForDownload(() -> press(visitor, "HTML"));
            String page = Files.readString(html.path());
            assertThat(page)
                    .contains(
                            "<h1>Broken player</h1>", "The player of 2.0 breaks adverts: −", "<svg", "Told the makers")
                    .doesNotContain("src=", "href=");
            Download pdf = visitor.page.waitForDownload(
                    new Page.WaitForDownloadOptions().setTimeout(120_000), () -> press(visitor, "PDF"));
            byte[] bytes = Files.readAllBytes(pdf.path());
            assertThat(new String(bytes, 0, 5, StandardCharsets.US_ASCII)).isEqualTo("%PDF-");
            assertThat(bytes.length).isGreaterThan(20_000);

            press(visitor, "All cases");
            assertThat(visitor.page.locator("tr[data-case]")).containsText("Broken player");
        }
    }

    private static void press(Visitor visitor, String name) {
        visitor.page
                .getByRole(
                        AriaRole.BUTTON,
                        new Page.GetByRoleOptions().setName(name).setExact(true))
                .click();
    }

    @Test
    void aCaseThatIsNotThereIsSaid() {
        try (Visitor visitor = Visitor.in("cases?case=2020-01-01.revenue")) {
            assertThat(visitor.page.locator(".cases")).containsText("The case “2020-01-01.revenue” no longer exists");
        }
    }
}
