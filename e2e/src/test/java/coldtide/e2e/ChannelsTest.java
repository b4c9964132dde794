package coldtide.e2e;

import static coldtide.e2e.Parts.sentence;
import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import coldtide.server.Application;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.FilePayload;
import java.nio.charset.StandardCharsets;
import java.sql.SQLException;
import java.util.Locale;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** By which channels people came: the rules in the settings, and what follows from them in other rooms. */
@ExtendWith(Application.class)
class ChannelsTest {
    private static final String RULES = "settings?part=channels";

    private static Locator button(Page page, String name) {
        return page.getByRole(
                AriaRole.BUTTON, new Page.GetByRoleOptions().setName(name).setExact(true));
    }

    /** People whose first event that says a channel says a campaign like this, by SQL. */
    private static String cameBy(String campaign) throws SQLException {
        long people = Visitor.sql("""
                select count(*) from (
                  select distinct on (w.person) w.person, c.properties ->> 'campaign' as campaign from event e
                  join app a on a.id = e.app_id and a.key = 'gullcombe'
                  join event_context c on c.id = e.context_id
                  join (%s) w using (install_id)
                  where c.properties ->> 'channel' is not null
                  order by w.person, e.time, e.received) f where campaign like ?""".formatted(Visitor.WHOSE), campaign);
        return String.format(Locale.ROOT, "%,d users", people);
    }

    @Test
    void aRuleIsEnteredCountedSeenInAPersonsLogAndRemoved() throws SQLException {
        try (Visitor visitor = Visitor.in(RULES)) {
            Page page = visitor.page;
            Locator rules = page.locator(".channel-rules li");
            assertThat(rules).hasCount(1);
            assertThat(rules.first()).containsText(cameBy("%letter%"));

            button(page, "Add a rule by tags").click();
            rules.last().getByLabel("Comparison of rule 2").selectOption("MATCHES");
            rules.last().getByLabel("Value").fill("^gulls_(");
            rules.last().getByLabel("Channel").fill("all gulls");
            assertThat(rules.last()).containsText("not saved yet");
            button(page, "Save").click();
            assertThat(page.getByRole(AriaRole.ALERT)).containsText("Rule 2: ");
            rules.last().getByLabel("Value").fill("^gulls_[ab]$");
            button(page, "Save").click();
            assertThat(rules.last()).containsText(cameBy("gulls\\__"));

            visitor.go("/a/gullcombe/users?columns=arrival_channel,arrival_rule&among="
                    + "%7B%22property%22:%22arrival_channel%22,%22value%22:%22FIRST%22,%22is%22:%22all%20gulls%22%7D");
            Locator first = visitor.rows("Users").first();
            assertThat(first).containsText("campaign matches “^gulls_[ab]$”");
            first.getByRole(AriaRole.BUTTON).first().click();
            assertThat(page.locator(".log-facts")).containsText("Channel all gulls: campaign matches “^gulls_[ab]$”.");

            visitor.go("/a/gullcombe/" + RULES);
            rules.last().getByText("Remove").click();
            button(page, "Save").click();
            assertThat(rules).hasCount(1);
            assertThat(button(page, "Save")).hasCount(0);
        }
    }

    @Test
    void newPeopleStandBesideTheirCostInTheTideTable() {
        try (Visitor visitor = Visitor.in("tide?days=2026-05-01..2026-05-31")) {
            Page page = visitor.page;
            Locator ads = page.locator(".arrivals tr", new Page.LocatorOptions().setHasText("lantern_ads"));
            assertThat(ads).containsText("all");
            String newPeople = ads.locator("td").first().innerText();
            assertThat(page.locator(".arrivals tr", new Page.LocatorOptions().setHasText("store_browse"))
                            .locator("td")
                            .nth(2))
                    .hasText("–");
            // Of some people there is no cost for each: the cost is of the whole channel.
            visitor.go("/a/gullcombe/tide?days=2026-05-01..2026-05-31&among="
                    + "%7B%22property%22:%22platform%22,%22is%22:%22ios%22%7D");
            assertThat(visitor.word("Filter")).hasText("users whose platform is ios");
            assertThat(ads).isVisible();
            assertThat(ads).not().containsText("EUR");
            visitor.go("/a/gullcombe/tide?days=2026-05-01..2026-05-31");
            ads.getByRole(AriaRole.LINK).click();
            assertThat(sentence(page)).containsText("who joined");
            assertThat(page.getByLabel("Pages")).containsText("of " + newPeople);
        }
    }

    @Test
    void costsComeFromAFileWholeOrNotAtAll() {
        try (Visitor visitor = Visitor.in(RULES)) {
            Page page = visitor.page;
            String head = "channel,day,amount,currency\n";
            Locator file = page.getByLabel("File of costs");
            file.setInputFiles(csv(head + "harbour_radio,2026-05-01,12,EUR\nharbour_radio,May,12,EUR\n"));
            assertThat(page.getByRole(AriaRole.ALERT)).containsText("Line 3: \"May\" is no day");
            file.setInputFiles(csv(head + "harbour_radio,2026-05-01,12,EUR\n"));
            assertThat(page.locator("tr", new Page.LocatorOptions().setHasText("harbour_radio")))
                    .containsText("1 May 2026");
        }
    }

    private static FilePayload csv(String text) {
        return new FilePayload("costs.csv", "text/csv", text.getBytes(StandardCharsets.UTF_8));
    }
}
