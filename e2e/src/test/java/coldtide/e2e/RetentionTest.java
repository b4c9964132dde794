package coldtide.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import coldtide.server.Application;
import com.microsoft.playwright.Locator;
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
            assertThat(visitor.page.locator(".margin")).containsText("Coming back means beacon_lit");
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
            assertThat(visitor.page.locator(".margin")).containsText("not complete");
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
            visitor.choose("Grain", "day");
            visitor.choose("Ages", "14 days");
            visitor.page.getByLabel("Shade by size").click();
            assertThat(visitor.page.getByLabel("Shade by size")).isChecked();
            link = visitor.page.url();
        }
        try (Visitor visitor = Visitor.in(link.substring(link.indexOf("retention")))) {
            assertThat(visitor.word("Grain")).hasText("day");
            assertThat(visitor.word("Ages")).hasText("14 days");
            assertThat(visitor.page.getByLabel("Shade by size")).isChecked();
            assertThat(visitor.page.locator("td[data-pooled]")).hasCount(15);
        }
    }

    @Test
    void aRangeInWhichNobodyArrivedSaysSo() {
        try (Visitor visitor = Visitor.in("retention?days=2031-01-01..2031-01-31")) {
            assertThat(visitor.page.locator(".margin")).containsText("Nobody arrived in this range");
            assertThat(visitor.page.locator(".triangle")).not().containsText("0.0");
        }
    }

    @Test
    void anEventThatNeverCameIsNamed() {
        try (Visitor visitor = Visitor.in("retention?back=lamp_eaten")) {
            assertThat(visitor.page.getByText("names \"lamp_eaten\", an event that was never received"))
                    .isVisible();
            assertThat(visitor.word("Came back with")).hasText("lamp_eaten");
        }
    }
}
