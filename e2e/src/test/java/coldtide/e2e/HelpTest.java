package coldtide.e2e;

import static coldtide.e2e.Parts.roomLinks;
import static coldtide.e2e.Parts.triangle;
import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import coldtide.server.Application;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Help: definitions in place, help of a room, and finding anything. */
@ExtendWith(Application.class)
class HelpTest {
    @Test
    void aMetricOpensItsDefinitionFromTheHandbook() {
        try (Visitor visitor = Visitor.in("tide")) {
            visitor.page.getByLabel("What is: ARPDAU").press("Enter");
            Locator sheet = visitor.page.getByRole(AriaRole.DIALOG, new Page.GetByRoleOptions().setName("ARPDAU"));
            assertThat(sheet).containsText("÷ the sum of each day's active users");
            assertThat(sheet).containsText("Handbook, 4. Money");
            assertThat(sheet).isInViewport();
            visitor.page.keyboard().press("Escape");
            assertThat(sheet).isHidden();
            assertThat(visitor.page.getByLabel("What is: ARPDAU")).isFocused();
        }
    }

    @Test
    void aRoomSaysItsTermsAndAsksAFirstQuestion() {
        try (Visitor visitor = Visitor.in("retention")) {
            triangle(visitor.page).waitFor();
            visitor.page.keyboard().press("?");
            Locator help = visitor.page.getByRole(AriaRole.DIALOG);
            help.getByText("Pooled average").click();
            assertThat(help).containsText("It is not the average of percentages");
            help.getByText("What is a new user worth over time?").click();
            assertThat(help).isHidden();
            assertThat(visitor.page.getByRole(AriaRole.HEADING, new Page.GetByRoleOptions().setLevel(1)))
                    .containsText("lifetime value");
            assertThat(visitor.page.url()).contains("of=value");
        }
    }

    /** For users of assistive technology, who send single keys without meaning to (WCAG 2.2, 2.1.4). */
    @Test
    void singleKeysCanBeTurnedOff() {
        try (Visitor visitor = Visitor.in("tide")) {
            visitor.page.locator("tr[data-figure=INSTALLS]").waitFor();
            visitor.page.keyboard().press("?");
            Locator help = visitor.page.getByRole(AriaRole.DIALOG);
            help.getByLabel("Single keys without Ctrl or Alt do something").uncheck();
            visitor.page.keyboard().press("Escape");
            assertThat(help).isHidden();
            visitor.page.keyboard().press("?");
            visitor.page.waitForTimeout(500);
            assertThat(help.count()).isZero();
            visitor.page.keyboard().press("Control+k");
            assertThat(visitor.page.getByRole(AriaRole.DIALOG).getByRole(AriaRole.COMBOBOX))
                    .isVisible();
        }
    }

    /** Three questions for each room, each answered without a fault. */
    @ParameterizedTest
    @ValueSource(
            strings = {
                "tide",
                "releases",
                "cases",
                "metrics",
                "retention",
                "funnels",
                "compare",
                "levels",
                "segments",
                "users",
                "catalogue",
                "import",
                "events",
                "settings"
            })
    void everyFirstQuestionIsAnswered(String room) {
        try (Visitor visitor = Visitor.in(room)) {
            visitor.settle();
            visitor.page.keyboard().press("?");
            Locator links = visitor.page.getByRole(AriaRole.DIALOG).locator("li a");
            assertThat(links).hasCount(3);
            for (Object address : (List<?>) links.evaluateAll("links => links.map(link => link.href)")) {
                visitor.page.navigate((String) address);
                visitor.settle();
                assertThat(visitor.page.getByRole(AriaRole.ALERT)).hasCount(0);
                assertThat(visitor.page.locator(".room-fault, .empty-room")).hasCount(0);
            }
        }
    }

    @ParameterizedTest
    @CsvSource({
        "LTV, Retention, /retention",
        "heat map, Level maps, /levels",
        "DAU, Tide table, /tide",
        "lamp_trimmed, lamp_trimmed, lamp_trimmed",
        "device_model, device_model, device_model",
        "Audit log, Audit log, part=audit"
    })
    void isFoundByTheWordsOfTheTrade(String typed, String found, String address) {
        try (Visitor visitor = Visitor.in("releases")) {
            roomLinks(visitor.page).first().waitFor();
            visitor.page.keyboard().press("Control+k");
            Locator finder = visitor.page.getByRole(AriaRole.DIALOG);
            finder.getByRole(AriaRole.COMBOBOX).fill(typed);
            visitor.page
                    .getByRole(
                            AriaRole.OPTION,
                            new Page.GetByRoleOptions().setName(found).setExact(true))
                    .first()
                    .click();
            assertThat(finder).isHidden();
            assertThat(visitor.page.url()).contains(address);
        }
    }

    @Test
    void aTermIsFoundAndReadInPlace() {
        try (Visitor visitor = Visitor.in("tide")) {
            roomLinks(visitor.page).first().waitFor();
            visitor.page.keyboard().press("Control+k");
            Locator finder = visitor.page.getByRole(AriaRole.DIALOG);
            finder.getByRole(AriaRole.COMBOBOX).fill("Wilson");
            assertThat(visitor.page.getByText("No options")).isVisible();
            finder.getByRole(AriaRole.COMBOBOX).fill("95%");
            visitor.page.keyboard().press("Enter");
            assertThat(finder).containsText("Wilson interval");
        }
    }

    @Test
    void thePageIsCalledByItsQuestion() {
        try (Visitor visitor = Visitor.in("retention")) {
            triangle(visitor.page).waitFor();
            assertThat(visitor.page.title())
                    .startsWith("Of all users who joined each week")
                    .endsWith("Cold Tide");
            visitor.go("/a/gullcombe/cases");
            assertThat(visitor.page).hasTitle("Cases – Gullcombe Lights – Cold Tide");
        }
    }
}
