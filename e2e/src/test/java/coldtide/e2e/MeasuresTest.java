package coldtide.e2e;

import static coldtide.e2e.Parts.findings;
import static coldtide.e2e.Parts.metricGroups;
import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import coldtide.server.Application;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.sql.SQLException;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

@ExtendWith(Application.class)
class MeasuresTest {
    private static final String SPRING = "metrics?days=2026-04-06..2026-06-28&by=week&compare=no";

    /** Something of the events of some days, by SQL. */
    private static long days(String what, String from, String to, String condition) throws SQLException {
        return Visitor.sql("""
                select %s from event e
                join app a on a.id = e.app_id and a.key = 'gullcombe'
                join event_name n on n.id = e.name_id
                join event_context c on c.id = e.context_id
                join (%s) w using (install_id)
                where (e.time at time zone 'Europe/Lisbon')::date between '%s' and '%s' and %s""".formatted(what, Visitor.WHOSE, from, to, condition));
    }

    private static String week(String what, String condition) throws SQLException {
        return shown(days(what, "2026-05-04", "2026-05-10", condition));
    }

    private static String shown(long value) {
        return String.format(Locale.ROOT, "%,d", value);
    }

    private static Locator cells(Page page) {
        return page.locator("tr[data-period='2026-05-04'] td");
    }

    private static String param(String name, String json) {
        return "&" + name + "=" + URLEncoder.encode(json.replace('\'', '"'), StandardCharsets.UTF_8);
    }

    /** How many people lit a beacon with three stars on Android in two countries last month? Asked by mouse from nothing. */
    @Test
    void threeStarsOnAndroidInTwoCountriesLastMonth() throws SQLException {
        try (Visitor visitor = Visitor.in("metrics")) {
            Page page = visitor.page;
            visitor.word("Range").click();
            page.getByText("last month").click();
            visitor.choose("Period", "month");
            visitor.word("Metric a").click();
            visitor.propose("what", "beacon_lit");
            page.getByText("with a property …").click();
            visitor.propose("Property", "stars");
            page.getByLabel("one of").last().fill("3");
            page.keyboard().press("Enter");
            page.getByText("and another …").click();
            visitor.propose("Property", "platform");
            page.getByLabel("one of").last().fill("android");
            page.keyboard().press("Enter");
            page.getByText("and another …").click();
            visitor.propose("Property", "country");
            for (String country : new String[] {"US", "GB"}) {
                page.getByLabel("one of").last().fill(country);
                page.keyboard().press("Enter");
            }
            page.keyboard().press("Escape");
            page.keyboard().press("Escape");
            // The demo of the tests ends on 28 June, so its last whole month is May.
            long truth = days(
                    "count(distinct person)",
                    "2026-05-01",
                    "2026-05-31",
                    "n.name = 'beacon_lit' and e.properties ->> 'stars' = '3' and c.properties ->> 'platform' = 'android'"
                            + " and c.properties ->> 'country' in ('US', 'GB')");
            assertThat(truth).isPositive();
            assertThat(visitor.word("Metric a"))
                    .hasText("users who did beacon_lit with stars is 3, platform is android and country is US or GB");
            assertThat(page.locator("tr.whole td").last()).hasText(shown(truth));
            assertThat(findings(page)).containsText(shown(truth) + " users who did beacon_lit");
        }
    }

    /** Is a peak in push_opened explained by one campaign? */
    @Test
    void whetherOneCampaignExplainsAPeakIsSaid() throws SQLException {
        try (Visitor visitor = Visitor.in(SPRING.replace("&by=week", "")
                + param("m", "[{'name':'a','kind':'EVENTS','what':{'event':'push_opened'}}]"))) {
            Page page = visitor.page;
            visitor.word("Split by").click();
            visitor.propose("by a property", "campaign");
            page.keyboard().press("Escape");
            assertThat(visitor.word("Split by")).hasText("campaign");
            assertThat(findings(page)).containsText("Highest on");
            assertThat(findings(page)).containsText(Pattern.compile("is [−0-9.]+% of the difference"));
            Locator all =
                    metricGroups(page).locator("tr[data-group='total'] td").nth(1);
            assertThat(all).hasText(shown(days("count(*)", "2026-04-06", "2026-06-28", "n.name = 'push_opened'")));
        }
    }

    /** Revenue per active person by channel, against the month before. */
    @Test
    void revenuePerActivePersonByChannelAgainstTheMonthBefore() {
        try (Visitor visitor = Visitor.in("metrics?days=2026-05-01..2026-05-31&by=month")) {
            Page page = visitor.page;
            visitor.word("Metric a").click();
            visitor.pick("Metric", "sum of a property of");
            visitor.propose("of property", "revenue");
            page.keyboard().press("Escape");
            visitor.word("Add").click();
            page.getByText("Add formula").click();
            page.getByRole(AriaRole.TEXTBOX, new Page.GetByRoleOptions().setName("b ="))
                    .fill("a / activ");
            page.keyboard().press("Enter");
            // The editor stays open with the reason, and the page keeps its answer.
            assertThat(page.getByText("Unknown name \"activ\"")).isVisible();
            assertThat(page.locator("tr[data-period='2026-05-01'] td").first()).isVisible();
            page.getByRole(AriaRole.TEXTBOX, new Page.GetByRoleOptions().setName("b ="))
                    .fill("a / active");
            page.keyboard().press("Enter");
            visitor.word("Split by").click();
            visitor.propose("by a property", "channel");
            page.keyboard().press("Escape");
            visitor.choose("Comparison", "an earlier range");
            assertThat(visitor.word("Compared with")).hasText("the month before");
            assertThat(metricGroups(page).locator("thead"))
                    .containsText(Pattern.compile(
                            "a: sum of revenue.*before.*change.*of all.*b = a / active.*before.*change"));
            Locator row = metricGroups(page).locator("tbody tr").nth(1).locator("td");
            double revenue = number(row.nth(1).textContent());
            double each = number(row.nth(5).textContent());
            assertThat(revenue).isPositive();
            assertThat(each).isPositive().isLessThan(revenue);
            assertThat(findings(page)).containsText("in the comparison range");
        }
    }

    private static double number(String text) {
        return Double.parseDouble(text.replaceAll("[^0-9.]", ""));
    }

    @Test
    void aCellIsWhatSqlSaysWhateverTheMeasureAndTheSplit() throws SQLException {
        try (Visitor visitor = Visitor.in(SPRING)) {
            Page page = visitor.page;
            String active = "n.name not in ('push_received', 'uninstall_detected')";
            assertThat(cells(page)).hasText(new String[] {week("count(distinct person)", active)});
            visitor.go("/a/gullcombe/" + SPRING
                    + param("m", "[{'name':'a','kind':'EVENTS','what':{'event':'beacon_lit'}}]")
                    + param("split", "[{'property':'platform'}]"));
            String lit = "n.name = 'beacon_lit' and c.properties ->> 'platform' = ";
            assertThat(cells(page).nth(0)).hasText(week("count(*)", lit + "'android'"));
            assertThat(cells(page).nth(1)).hasText(week("count(*)", lit + "'ios'"));
            assertThat(page.locator("figure [role=img]"))
                    .hasAttribute("aria-label", Pattern.compile("number by period\\. android: from .*; ios: from .*"));
            page.getByLabel("Show ios").click();
            assertThat(cells(page)).hasCount(1);
            for (String shape : new String[] {"bars", "stacked bars", "share bars"}) {
                visitor.choose("Chart", shape);
                assertThat(page.locator("figure [role=img]")).isVisible();
            }
            visitor.choose("Chart", "ranked bars");
            assertThat(page.locator(".ranked-bar")).hasCount(1);
        }
    }

    @Test
    void whatIsNotCompleteYetIsNotAsked() {
        try (Visitor visitor = Visitor.in(SPRING)) {
            Page page = visitor.page;
            String before = cells(page).first().textContent();
            List<String> refused = new ArrayList<>();
            page.onResponse(answer -> {
                if (answer.status() >= 400) {
                    refused.add(answer.url());
                }
            });
            String address = page.url();
            visitor.word("Filter").click();
            page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("a property"))
                    .click();
            assertThat(page.getByText("Incomplete: fill in")).isVisible();
            assertThat(page).hasURL(address);
            visitor.propose("Property", "platform");
            assertThat(page.getByText("Incomplete: fill in")).isVisible();
            page.getByLabel("one of").fill("ios");
            page.keyboard().press("Enter");
            assertThat(page.getByText("Incomplete: fill in")).hasCount(0);
            assertThat(visitor.word("Filter")).containsText("platform is ios");
            assertThat(cells(page).first()).not().hasText(before);
            assertThat(refused).isEmpty();
        }
    }

    @Test
    void backTakesAWordBackAndAnOldAddressSaysWhatIsGone() {
        try (Visitor visitor = Visitor.in(SPRING + param("split", "[{'property':'country','top':3}]"))) {
            Page page = visitor.page;
            assertThat(metricGroups(page).locator("tbody tr")).hasCount(5);
            visitor.word("Split by").click();
            page.getByLabel("Remove split 1").click();
            page.keyboard().press("Escape");
            assertThat(metricGroups(page)).hasCount(0);
            page.goBack();
            assertThat(metricGroups(page).locator("tbody tr")).hasCount(5);
            visitor.go("/a/gullcombe/" + SPRING + param("split", "[{'property':'<b>gone</b>'}]") + "&among=%7B");
            assertThat(findings(page)).containsText("No property named \"<b>gone</b>\" was ever received.");
            assertThat(findings(page)).containsText("\"among\" in the address could not be read");
            assertThat(findings(page).locator("b", new Locator.LocatorOptions().setHasText("gone")))
                    .hasCount(0);
            assertThat(page.locator("tr.whole td")).hasCount(1);
        }
    }

    @Test
    void aFilterStandsApartFromTheQuestion() throws SQLException {
        try (Visitor visitor = Visitor.in(SPRING)) {
            Page page = visitor.page;
            visitor.word("Temporary filter").click();
            page.getByText("where a property …").click();
            visitor.propose("Property", "platform");
            page.getByLabel("one of").last().fill("ios");
            page.keyboard().press("Enter");
            page.keyboard().press("Escape");
            page.keyboard().press("Escape");
            String ios =
                    "n.name not in ('push_received', 'uninstall_detected') and c.properties ->> 'platform' = 'ios'";
            assertThat(cells(page)).hasText(new String[] {week("count(distinct person)", ios)});
            assertThat(page.locator(".only-filter")).containsText("Not saved with the question");
            page.getByText("Remove").click();
            assertThat(visitor.word("Temporary filter")).hasText("none");
        }
    }

    @Test
    void whatIsMissingSomewhereAndWhatIsNotWholeIsSaid() {
        try (Visitor visitor = Visitor.in("metrics?days=2026-04-08..2026-06-28&by=week"
                + param("m", "[{'name':'a','kind':'PEOPLE','what':{'event':'ad_finished'}}]"))) {
            Locator margin = findings(visitor.page);
            assertThat(margin).containsText("ad_finished is not sent by android 1.7.1");
            assertThat(margin).containsText("The range begins or ends within a week");
        }
    }

    @Test
    void theKeyboardAloneIsEnough() {
        try (Visitor visitor = Visitor.in("metrics?days=2026-04-06..2026-06-28")) {
            Page page = visitor.page;
            page.locator(".measures").first().waitFor();
            page.keyboard().press(".");
            assertThat(visitor.word("Metric a")).isFocused();
            page.keyboard().press("Enter");
            page.getByRole(AriaRole.COMBOBOX, new Page.GetByRoleOptions().setName("what"))
                    .focus();
            page.keyboard().press("ControlOrMeta+a");
            page.keyboard().type("beacon_f");
            page.keyboard().press("ArrowDown");
            page.keyboard().press("Enter");
            page.keyboard().press("Escape");
            page.keyboard().press("Escape");
            assertThat(visitor.word("Metric a")).hasText("users who did beacon_failed");
        }
    }
}
