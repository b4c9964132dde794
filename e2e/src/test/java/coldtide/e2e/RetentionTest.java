package coldtide.e2e;

import static coldtide.e2e.Parts.findings;
import static coldtide.e2e.Parts.triangle;
import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import coldtide.server.Application;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import java.sql.SQLException;
import java.util.Locale;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

@ExtendWith(Application.class)
class RetentionTest {
    /** People of the week of 4 May 2026 who did an event in the week three weeks later, by SQL. */
    private static long cameBack(String condition) throws SQLException {
        return Visitor.sql("""
                with e as (
                  select w.person, n.name, (e.time at time zone 'Europe/Lisbon')::date as day
                  from event e
                  join app a on a.id = e.app_id and a.key = 'gullcombe'
                  join event_name n on n.id = e.name_id
                  join (%s) w using (install_id)),
                f as (select person from e group by person having min(day) between '2026-05-04' and '2026-05-10')
                select count(distinct person) from f left join e using (person) where %s""".formatted(Visitor.WHOSE, condition));
    }

    @Test
    void aCellIsWhatSqlSays() throws SQLException {
        try (Visitor visitor = Visitor.in("retention?days=2026-04-06..2026-06-28")) {
            Locator cohort = visitor.page.locator("tr[data-cohort='2026-05-04']");
            long size = cameBack("true");
            assertThat(cohort.locator("td").first()).hasText(String.valueOf(size));
            assertThat(cohort.locator("td[data-age='3']"))
                    .hasText(percent(
                            cameBack("day between '2026-05-25' and '2026-05-31'"
                                    + " and name not in ('push_received', 'uninstall_detected')"),
                            size));

            visitor.choose("Came back with", "beacon_lit");
            assertThat(cohort.locator("td[data-age='3']"))
                    .hasText(percent(
                            cameBack("day between '2026-05-25' and '2026-05-31' and name = 'beacon_lit'"), size));
            assertThat(findings(visitor.page)).containsText("Coming back means beacon_lit");
            assertThat(visitor.page.url()).contains("back=beacon_lit");

            visitor.choose("Came back with", "“any play”");
            assertThat(cohort.locator("td[data-age='3']"))
                    .hasText(percent(
                            cameBack("day between '2026-05-25' and '2026-05-31' and name in"
                                    + " ('beacon_started', 'lamp_trimmed', 'storm_met', 'part_traded')"),
                            size));
            visitor.page.reload();
            assertThat(visitor.word("Came back with")).hasText("“any play”");
        }
    }

    /**
     * People whose first lit beacon since 6 April was in the week of 4 May, and how many of them bought something from the fourth
     * week after it on, to the twelfth.
     */
    private static long boughtLater(String counted) throws SQLException {
        return Visitor.sql("""
                with e as (
                  select w.person, n.name, e.time, date_trunc('week', e.time at time zone 'Europe/Lisbon')::date as week
                  from event e
                  join app a on a.id = e.app_id and a.key = 'gullcombe'
                  join event_name n on n.id = e.name_id
                  join (%s) w using (install_id)),
                s as (
                  select person, min(time) as time, min(week) as week from e
                  where name = 'beacon_lit' and week >= '2026-04-06' group by person having min(week) = '2026-05-04')
                select count(distinct s.person) from s
                left join e on e.person = s.person and e.name = 'purchase' and e.time > s.time
                  and (e.week - s.week) / 7 between 4 and 12
                where %s""".formatted(Visitor.WHOSE, counted));
    }

    /** From one word of the sentence to the next by key, until the one with a label; its alternatives then stand open. */
    private static void open(Visitor visitor, String label) {
        Locator word = visitor.word(label);
        press(visitor, ".", word);
        visitor.page.keyboard().press("Enter");
        visitor.page.getByRole(AriaRole.MENU).waitFor();
    }

    /** A key again and again until something has the focus. */
    private static void press(Visitor visitor, String key, Locator what) {
        for (int times = 0; times < 60 && !hasFocus(what); times++) {
            visitor.page.keyboard().press(key);
        }
        assertThat(what).isFocused();
    }

    private static boolean hasFocus(Locator what) {
        return (boolean) what.evaluate("each => each === document.activeElement");
    }

    private static void chooseByKeys(Visitor visitor, String label, String option) {
        open(visitor, label);
        Locator item = visitor.page.getByRole(
                AriaRole.MENUITEM, new Page.GetByRoleOptions().setName(option).setExact(true));
        press(visitor, "ArrowDown", item);
        visitor.page.keyboard().press("Enter");
        assertThat(visitor.page.getByRole(AriaRole.MENU)).hasCount(0);
    }

    /** Chooses by the space bar. Tries again while the answer cannot be reached yet. */
    private static void check(Locator radio) {
        for (int tries = 0; tries < 10 && !radio.isChecked(); tries++) {
            radio.focus();
            if (hasFocus(radio)) {
                radio.page().keyboard().press("Space");
            }
            radio.page().waitForTimeout(500);
        }
        assertThat(radio).isChecked();
    }

    /** The choice of the triangle of coming back with a purchase. */
    private static Locator purchases(Visitor visitor) {
        return visitor.page.getByRole(AriaRole.RADIO, new Page.GetByRoleOptions().setName("purchase"));
    }

    @Test
    void anotherStartAndLaterReturnsByKeyboardAreWhatSqlSays() throws SQLException {
        try (Visitor visitor = Visitor.in("retention?days=2026-04-06..2026-06-28")) {
            triangle(visitor.page).waitFor();
            chooseByKeys(visitor, "Started with", "did beacon_lit");
            chooseByKeys(visitor, "Which start", "for the first time in the range");
            chooseByKeys(visitor, "Add another return", "purchase");
            chooseByKeys(visitor, "Counted", "at each age or later");
            assertThat(visitor.page.locator("[data-updating='true']")).hasCount(0);
            check(purchases(visitor));
            Locator cohort = visitor.page.locator("tr[data-cohort='2026-05-04']");
            long size = boughtLater("true");
            assertThat(cohort.locator("td").first()).hasText(String.format(Locale.ROOT, "%,d", size));
            // Its twelfth week ends with the range's data still to come, so the cell is open and gives what there is so
            // far.
            assertThat(cohort.locator("td").nth(5)).hasText(percent(boughtLater("e.person is not null"), size));
            assertThat(findings(visitor.page)).containsText("“Or later” ends with week 12 for every cohort");
            assertThat(visitor.page.locator("th").first()).containsText("started");
            String link = visitor.page.url();
            visitor.page.reload();
            assertThat(purchases(visitor)).isChecked();
            assertThat(cohort.locator("td").nth(5)).hasText(percent(boughtLater("e.person is not null"), size));
            assertThat(visitor.page.url()).isEqualTo(link);
            visitor.choose("Return 2", "remove this one");
            assertThat(visitor.page.locator(".ways")).hasCount(0);
        }
    }

    @Test
    void spansOfAgesAreReadOrRefusedWithASentence() {
        try (Visitor visitor = Visitor.in("retention?days=2026-04-06..2026-06-28")) {
            visitor.choose("Counted", "between ages");
            visitor.choose("Ages in", "time since each user’s start");
            assertThat(visitor.page.locator("td[data-pooled]")).hasCount(4);
            visitor.word("Age ranges").click();
            Locator field = visitor.page.getByLabel("Ages, separated by commas");
            field.fill("5-2");
            assertThat(visitor.page.getByText("the smaller first")).isVisible();
            field.press("Enter");
            assertThat(field).isVisible();
            field.fill("1-2, 3-4");
            field.press("Enter");
            assertThat(visitor.page.locator("td[data-pooled]")).hasCount(2);
            assertThat(findings(visitor.page)).containsText("came back in weeks 3–4");
            assertThat(findings(visitor.page)).containsText("7 times 24 hours since each user");
        }
    }

    private static String percent(long part, long whole) {
        return String.format(Locale.ROOT, "%.1f", 100.0 * part / whole);
    }

    @Test
    void anIncompleteCellIsHatchedAndEntersNoPooledShare() {
        try (Visitor visitor = Visitor.in("retention?days=2026-06-15..2026-06-28")) {
            Locator youngest = visitor.page.locator("tr[data-cohort='2026-06-22']");
            assertThat(youngest.locator("td.open")).hasCount(12);
            assertThat(youngest.locator("td[data-age='1']")).hasCount(0);
            assertThat(visitor.page.locator("td[data-pooled='1']"))
                    .hasAttribute("title", Pattern.compile("in 1 complete cohort$"));
            assertThat(visitor.page.locator("td[data-pooled='2']")).hasText("–");
            assertThat(findings(visitor.page)).containsText("not complete");
        }
    }

    @Test
    void theRoomOpensOnTheLastTwelveFullWeeks() {
        try (Visitor visitor = Visitor.in("retention")) {
            assertThat(visitor.word("Range")).hasText("the last 12 full weeks");
            assertThat(visitor.page.locator("tr[data-cohort]")).hasCount(12);
        }
    }

    @Test
    void releasesLieBetweenTheRows() {
        try (Visitor visitor = Visitor.in("retention?days=2026-03-09..2026-06-28")) {
            assertThat(visitor.page.locator("tr.release-row")).hasCount(9);
            assertThat(visitor.page.locator("tr[data-cohort='2026-03-09'] .release-name"))
                    .hasText("1.0.0");
        }
    }

    @Test
    void aCopiedLinkHoldsTheWholeQuestion() {
        String link;
        try (Visitor visitor = Visitor.in("retention?days=2026-04-06..2026-06-28")) {
            visitor.choose("Cohorts by", "day");
            visitor.choose("Ages", "14 days");
            visitor.page.getByLabel("Colour by value").click();
            assertThat(visitor.page.getByLabel("Colour by value")).isChecked();
            link = visitor.page.url();
        }
        try (Visitor visitor = Visitor.in(link.substring(link.indexOf("retention")))) {
            assertThat(visitor.word("Cohorts by")).hasText("day");
            assertThat(visitor.word("Ages")).hasText("14 days");
            assertThat(visitor.page.getByLabel("Colour by value")).isChecked();
            assertThat(visitor.page.locator("td[data-pooled]")).hasCount(15);
        }
    }

    @Test
    void aRangeInWhichNobodyArrivedSaysSo() {
        try (Visitor visitor = Visitor.in("retention?days=2031-01-01..2031-01-31")) {
            assertThat(findings(visitor.page)).containsText("No users joined in this range");
            assertThat(triangle(visitor.page)).not().containsText("0.0");
        }
    }

    @Test
    void anEventThatNeverCameIsNamed() {
        try (Visitor visitor = Visitor.in("retention?back=lamp_eaten")) {
            Locator fault = visitor.page.getByText("names \"lamp_eaten\", an event that was never received");
            assertThat(fault).isVisible();
            // As far from the edge as all else, whatever room was opened first.
            assertThat(fault).hasCSS("padding-left", "16px");
            assertThat(visitor.word("Came back with")).hasText("lamp_eaten");
        }
    }
}
