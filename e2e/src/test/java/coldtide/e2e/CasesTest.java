package coldtide.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import coldtide.server.Application;
import coldtide.server.FallenLights;
import com.microsoft.playwright.Download;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import java.io.IOException;
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
            Locator argument = visitor.page.locator(".case-argument");
            assertThat(visitor.page.locator("h1")).hasText("Revenue from adverts of gpu Nacre 5 fell");
            assertThat(argument).containsText("Without it nothing fell");
            assertThat(visitor.page.locator(".case-view canvas, .case-view svg").first())
                    .isVisible();

            // By keyboard: to the step and into its table.
            Locator where = visitor.page.getByRole(
                    AriaRole.BUTTON,
                    new Page.GetByRoleOptions().setName("Where").setExact(true));
            where.focus();
            visitor.page.keyboard().press("Enter");
            assertThat(where).hasAttribute("aria-expanded", "true");
            assertThat(visitor.page.locator(".case-view table")).containsText("not in gpu Nacre 5");
            assertThat(visitor.page.url()).contains("step=where");

            Download csv = visitor.page.waitForDownload(() -> visitor.page
                    .getByRole(
                            AriaRole.BUTTON,
                            new Page.GetByRoleOptions().setName("CSV").setExact(true))
                    .click());
            assertThat(Files.readString(csv.path())).contains("Revenue from adverts,gpu Nacre 5");

            visitor.page
                    .getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Keep as evidence"))
                    .click();
            assertThat(visitor.page.locator(".case-view")).containsText("Kept as evidence number");

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

    @Test
    void aCaseThatIsNotThereIsSaid() {
        try (Visitor visitor = Visitor.in("cases?case=2020-01-01.revenue")) {
            assertThat(visitor.page.locator(".cases")).containsText("There is no case “2020-01-01.revenue” any more");
        }
    }
}
