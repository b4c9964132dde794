package coldtide.e2e;

import static coldtide.e2e.Parts.answer;
import static coldtide.e2e.Parts.findings;
import static coldtide.e2e.Parts.triangle;
import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import coldtide.server.Application;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import java.nio.charset.StandardCharsets;
import java.sql.SQLException;
import java.util.Locale;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** What the retention room tells of people followed besides the plain triangle. */
@ExtendWith(Application.class)
class FollowedTest {
    private static final String SPRING = "days=2026-04-06..2026-06-28";

    private static Visitor in(String question) {
        Visitor visitor = Visitor.in("retention?" + SPRING + question);
        answer(visitor.page).waitFor();
        return visitor;
    }

    private static Locator button(Visitor visitor, String name) {
        return visitor.page.getByRole(
                AriaRole.BUTTON, new Page.GetByRoleOptions().setName(name).setExact(true));
    }

    /** From one word to the next by key, until the one with a label. */
    private static void goTo(Visitor visitor, String label) {
        Locator word = visitor.word(label);
        for (int times = 0;
                times < 60 && !(boolean) word.evaluate("each => each === document.activeElement");
                times++) {
            visitor.page.keyboard().press(".");
        }
        assertThat(word).isFocused();
    }

    @Test
    void aSplitByKeyboardGivesThePeopleOfACell() {
        try (Visitor visitor = in("")) {
            goTo(visitor, "Split by");
            visitor.page.keyboard().press("Enter");
            Locator field =
                    visitor.page.getByRole(AriaRole.COMBOBOX, new Page.GetByRoleOptions().setName("first value of"));
            assertThat(field).isFocused();
            visitor.page.keyboard().type("country");
            visitor.page.keyboard().press("ArrowDown");
            visitor.page.keyboard().press("Enter");
            visitor.page.keyboard().press("Escape");
            assertThat(visitor.word("Split by")).hasText("first country");
            assertThat(triangle(visitor.page).locator("tbody tr")).hasCount(9);

            triangle(visitor.page).locator("td[tabindex='0']").focus();
            visitor.page.keyboard().press("ArrowDown");
            visitor.page.keyboard().press("ArrowRight");
            visitor.page.keyboard().press("ArrowRight");
            Locator cell = visitor.page.locator("[data-row='1'] [data-column='1']");
            assertThat(cell).isFocused();
            Matcher counts = Pattern.compile(": ([\\d,]+) of ([\\d,]+) users").matcher(cell.getAttribute("title"));
            assertThat(counts.find()).isTrue();
            visitor.page.keyboard().press("Enter");
            Locator sheet = visitor.page.getByRole(AriaRole.DIALOG).last();
            assertThat(sheet).containsText(counts.group(1) + " came back");
            isWhole(sheet);
            sheet.getByText("Show users", new Locator.GetByTextOptions().setExact(true))
                    .first()
                    .press("Enter");
            visitor.page.waitForURL("**/users?**");
            assertThat(visitor.page.locator("main, .register, body").first()).containsText(counts.group(1) + " users");
        }
    }

    @Test
    void rowsAreOrderedCountedAndDrawnAsBars() {
        try (Visitor visitor = in("&split=platform")) {
            visitor.choose("Cells show", "counts");
            assertThat(visitor.page.locator(".pooled th").first()).hasText(Pattern.compile("^average\\??$"));
            visitor.choose("Shown as", "bars for chosen ages");
            Locator bars = visitor.page.locator(".kept-bar");
            assertThat(bars).hasCount(6);
            assertThat(bars.first()).containsText("retained");
            assertThat(bars.first()).containsText("churned");
            visitor.word("Chosen ages").click();
            Locator field = visitor.page.getByLabel("Ages, separated by commas");
            field.fill("2, x");
            assertThat(visitor.page.getByText("“x” is not an age")).isVisible();
            field.fill("2");
            field.press("Enter");
            assertThat(bars).hasCount(2);
            assertThat(visitor.page.locator(".kept-bars h2")).hasText("Retained in week 2");
        }
        try (Visitor visitor = in("&order=size")) {
            Locator sizes = triangle(visitor.page).locator("tbody td[data-column='-1']");
            int before = Integer.MAX_VALUE;
            for (String size : sizes.allInnerTexts()) {
                int now = Integer.parseInt(size.replace(",", ""));
                assertThat(now).isLessThanOrEqualTo(before);
                before = now;
            }
            triangle(visitor.page)
                    .locator("thead th", new Locator.LocatorOptions().setHasText("week 0"))
                    .click();
            assertThat(visitor.page.locator("th.ordered")).hasText("week 0");
        }
    }

    /** Beacons lit up to the third week by each of those who arrived in the week of 4 May, by SQL. */
    @Test
    void whatEachBroughtIsWhatSqlSays() throws SQLException {
        long people = beacons("count(distinct f.person)", "true");
        long lit = beacons("count(*)", "name = 'beacon_lit' and e.week - f.week <= 21");
        try (Visitor visitor = in("")) {
            visitor.choose("Question", "what was their lifetime value (LTV)");
            assertThat(findings(visitor.page)).containsText("revenue minus refunds");
            visitor.choose("Value", "number of beacon_lit");
            Locator row = visitor.page.locator("tr[data-cohort='2026-05-04']");
            assertThat(row.locator("td").first()).hasText(String.valueOf(people));
            assertThat(row.locator("td[data-age='3']"))
                    .hasText(String.format(Locale.ROOT, "%.2f", (double) lit / people));
            assertThat(findings(visitor.page)).containsText("number of beacon_lit");
        }
    }

    private static long beacons(String what, String where) throws SQLException {
        return Visitor.sql("""
                with e as (
                  select w.person, n.name, date_trunc('week', e.time at time zone 'Europe/Lisbon')::date as week
                  from event e
                  join app a on a.id = e.app_id and a.key = 'gullcombe'
                  join event_name n on n.id = e.name_id
                  join (%s) w using (install_id)),
                f as (select person, min(week) as week from e group by person having min(week) = '2026-05-04')
                select %s from f join e using (person) where %s""".formatted(Visitor.WHOSE, what, where));
    }

    @Test
    void howLongTheyStayedIsTestedBetweenGroups() {
        try (Visitor visitor = in("&split=platform")) {
            visitor.choose("Question", "how long until they churned");
            assertThat(visitor.page.locator(".staying tbody tr")).hasCount(2);
            assertThat(findings(visitor.page)).containsText("log-rank test of 2 groups");
            visitor.choose("Days without activity", "7 days");
            assertThat(findings(visitor.page)).containsText("Churned means 7 full days without any activity");
            assertThat(visitor.page.url()).contains("of=quiet").contains("quiet=7");
            visitor.page
                    .locator(".staying tbody tr")
                    .first()
                    .locator("td button")
                    .nth(3)
                    .click();
            Locator gone = visitor.page.locator(".cell-sheet tr").first();
            assertThat(gone).containsText("churned by then");
            String count = gone.locator("th").innerText().split(" ")[0];
            gone.getByText("Show users", new Locator.GetByTextOptions().setExact(true))
                    .click();
            assertThat(findings(visitor.page)).containsText(count + " users");
        }
    }

    @Test
    void anEarlyBehaviourSplitsTheTriangle() {
        try (Visitor visitor = in("")) {
            visitor.choose("Question", "which early behaviour went with coming back");
            assertThat(findings(visitor.page)).containsText("A correlation is not a cause");
            Locator first = visitor.page.locator(".ties tbody tr").first();
            String event = first.locator("th").innerText().trim();
            first.getByText("split by this").click();
            Locator rows = triangle(visitor.page).locator("tbody tr");
            assertThat(rows).hasCount(2);
            assertThat(rows.first()).containsText(event);
            assertThat(rows.last()).containsText("all others");
            assertThat(visitor.page.url()).doesNotContain("of=early");
        }
    }

    @Test
    void anAnswerIsKeptAndTakenAwayAsPictures() throws SQLException {
        try (Visitor visitor = in("&around=1.5.0")) {
            triangle(visitor.page).waitFor();
            String cell = visitor.page.locator("td[data-pooled='1']").first().innerText();
            visitor.page.keyboard().press("e");
            assertThat(visitor.page.getByText("Saved as evidence number")).isVisible();
            assertThat(Visitor.sql("select count(*) from evidence where address like '%around=1.5.0%'"
                            + " and question like 'Of all users who joined each week%' and findings::text like '%Since 1.5.0%'"
                            + " and jsonb_array_length(answer -> 'cohorts') = 12"))
                    .isEqualTo(1);
            String svg = new String(visitor.export("SVG"), StandardCharsets.UTF_8);
            assertThat(svg)
                    .startsWith("<svg")
                    .contains(">" + cell + "<")
                    .contains("how many came")
                    .doesNotContain("var(--");
            assertThat(visitor.export("PNG")).startsWith(0x89, 'P', 'N', 'G');
        }
    }

    /** What the demo has hidden: the shorter first lesson of 1.5.0 keeps more new people. */
    @Test
    void cohortsSinceAReleaseAreComparedWithThoseBefore() {
        try (Visitor visitor = Visitor.in("retention?days=2026-03-09..2026-06-28&by=day&ages=7")) {
            visitor.word("Before and after").click();
            visitor.page
                    .getByRole(AriaRole.MENUITEM, new Page.GetByRoleOptions().setName(Pattern.compile("^1\\.5\\.0")))
                    .click();
            assertThat(findings(visitor.page)).containsText("Since 1.5.0, on day 1: +");
            assertThat(findings(visitor.page)).containsText("Other things than 1.5.0 may have changed");
            assertThat(triangle(visitor.page).locator("thead")).containsText("difference, pp");
            assertThat(visitor.page.url()).contains("around=1.5.0");
        }
    }

    /** Nothing of a sheet is cut off at its right. */
    private static void isWhole(Locator sheet) {
        Object cut = sheet.evaluate("e => e.scrollWidth - e.clientWidth");
        assertThat(((Number) cut).intValue()).isLessThanOrEqualTo(0);
    }
}
