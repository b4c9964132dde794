package coldtide.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import coldtide.server.Application;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import java.sql.SQLException;
import java.util.Locale;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

@ExtendWith(Application.class)
class MeasuresTest {
    /** People or events of the week of 4 May 2026, by SQL. */
    private static String week(String count, String condition) throws SQLException {
        long value = Visitor.sql("""
                select %s from event e
                join app a on a.id = e.app_id and a.key = 'gullcombe'
                join event_name n on n.id = e.name_id
                join event_context c on c.id = e.context_id
                join (%s) w using (install_id)
                where (e.time at time zone 'Europe/Lisbon')::date between '2026-05-04' and '2026-05-10' and %s""".formatted(count, Visitor.WHOSE, condition));
        return String.format(Locale.ROOT, "%,d", value);
    }

    private static Locator cells(Page page) {
        return page.locator("tr[data-period='2026-05-04'] td");
    }

    @Test
    void aCellIsWhatSqlSaysWhateverTheMeasureAndTheSplit() throws SQLException {
        try (Visitor visitor = Visitor.in("measures?days=2026-04-06..2026-06-28&by=week")) {
            Page page = visitor.page;
            String active = "n.name not in ('push_received', 'uninstall_detected')";
            assertThat(cells(page)).hasText(new String[] {week("count(distinct person)", active)});
            visitor.choose("What they did", "beacon_lit");
            visitor.choose("Split by", "platform");
            String lit = "n.name = 'beacon_lit' and c.properties ->> 'platform' = ";
            assertThat(cells(page).nth(0)).hasText(week("count(distinct person)", "n.name = 'beacon_lit'"));
            assertThat(page.locator(".measures thead th").nth(2)).hasText("android");
            assertThat(cells(page).nth(1)).hasText(week("count(distinct person)", lit + "'android'"));
            assertThat(cells(page).nth(2)).hasText(week("count(distinct person)", lit + "'ios'"));
            visitor.choose("Measure", "How often did people do");
            assertThat(cells(page).nth(1)).hasText(week("count(*)", lit + "'android'"));
            assertThat(page.locator("figure [role=img]"))
                    .hasAttribute(
                            "aria-label",
                            java.util.regex.Pattern.compile("times by week\\. android: from .*; ios: from .*"));
            assertThat(page.url())
                    .contains("measure=events")
                    .contains("event=beacon_lit")
                    .contains("split=platform");
        }
    }

    @Test
    void aCopiedLinkHoldsTheWholeQuestionAndBackTakesAWordBack() {
        try (Visitor visitor =
                Visitor.in("measures?days=2026-04-06..2026-06-28&by=month&event=purchase&split=country&top=3")) {
            Page page = visitor.page;
            assertThat(visitor.word("Grain")).hasText("month");
            assertThat(visitor.word("Values told apart")).hasText("its 3 largest values");
            assertThat(page.locator(".measures thead th")).hasCount(6);
            visitor.choose("Split by", "nothing");
            assertThat(page.locator(".measures thead th")).hasCount(2);
            page.goBack();
            assertThat(page.locator(".measures thead th")).hasCount(6);
            assertThat(page.locator(".margin")).containsText("Other values, and events without one");
        }
    }

    @Test
    void whatIsMissingSomewhereAndWhatIsNotWholeIsSaid() {
        try (Visitor visitor = Visitor.in("measures?days=2026-04-08..2026-06-28&by=week&event=ad_finished")) {
            Locator margin = visitor.page.locator(".margin");
            assertThat(margin).containsText("ad_finished is not sent by android 1.7.1");
            assertThat(margin).containsText("The range begins or ends within a week");
        }
    }

    @Test
    void theKeyboardAloneIsEnough() {
        try (Visitor visitor = Visitor.in("measures?days=2026-04-06..2026-06-28")) {
            Page page = visitor.page;
            page.locator(".measures").waitFor();
            page.keyboard().press(".");
            assertThat(visitor.word("Measure")).isFocused();
            page.keyboard().press(".");
            assertThat(visitor.word("What they did")).isFocused();
            page.keyboard().press("Enter");
            page.keyboard().type("beacon_f");
            page.keyboard().press("Enter");
            assertThat(visitor.word("What they did")).hasText("beacon_failed");
        }
    }
}
