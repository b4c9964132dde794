package coldtide.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import coldtide.server.Application;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import java.net.URI;
import java.sql.SQLException;
import java.time.LocalDate;
import java.util.Locale;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

@ExtendWith(Application.class)
class TideTableTest {
    private static final Pattern DAYS = Pattern.compile("days=(\\d{4}-\\d{2}-\\d{2})\\.\\.(\\d{4}-\\d{2}-\\d{2})");
    private static final int RANGE_COLUMN = 6;

    private static Locator row(Visitor visitor, String figure) {
        return visitor.page.locator("tr[data-figure=" + figure + "] td");
    }

    /** People active from a first to a last day, as the handbook defines them, by SQL. */
    private static String activePeople(LocalDate first, LocalDate last) throws SQLException {
        long people = Visitor.sql("""
                select count(distinct w.person) from event e
                join app a on a.id = e.app_id and a.key = 'gullcombe'
                join event_name n on n.id = e.name_id and n.name not in ('push_received', 'uninstall_detected')
                join (%s) w using (install_id)
                where (e.time at time zone 'Europe/Lisbon')::date between ? and ?""".formatted(Visitor.WHOSE), first, last);
        return String.format(Locale.ROOT, "%,d", people);
    }

    private static LocalDate[] days(Visitor visitor) {
        Matcher days = DAYS.matcher(URI.create(visitor.page.url()).getQuery());
        org.assertj.core.api.Assertions.assertThat(days.find())
                .as(visitor.page.url())
                .isTrue();
        return new LocalDate[] {LocalDate.parse(days.group(1)), LocalDate.parse(days.group(2))};
    }

    @Test
    void theRangesPeopleAreWhatSqlSays() throws SQLException {
        try (Visitor visitor = Visitor.in("tide?days=2026-05-01..2026-05-31")) {
            assertThat(row(visitor, "ACTIVE_PEOPLE").nth(RANGE_COLUMN))
                    .hasText(activePeople(LocalDate.of(2026, 5, 1), LocalDate.of(2026, 5, 31)));
        }
    }

    @Test
    void draggingTheRailAsksAboutOtherDays() throws SQLException {
        try (Visitor visitor = Visitor.in("tide?days=2026-05-04..2026-05-31")) {
            Locator frame = visitor.page.locator("[data-frame=asked]");
            visitor.drag(frame, -200);
            LocalDate[] moved = days(visitor);
            assertThat(moved[0]).isBefore(LocalDate.of(2026, 4, 25));
            assertThat(moved[1].toEpochDay() - moved[0].toEpochDay()).isEqualTo(27);
            assertThat(row(visitor, "ACTIVE_PEOPLE").nth(RANGE_COLUMN)).hasText(activePeople(moved[0], moved[1]));

            visitor.drag(visitor.page.locator("[data-grip=to]"), 150);
            LocalDate[] longer = days(visitor);
            assertThat(longer[0]).isEqualTo(moved[0]);
            assertThat(longer[1]).isAfter(moved[1]);
            assertThat(row(visitor, "ACTIVE_PEOPLE").nth(RANGE_COLUMN)).hasText(activePeople(longer[0], longer[1]));

            visitor.page.goBack();
            assertThat(days(visitor)).isEqualTo(moved);
        }
    }

    @Test
    void draggingTheFaintFrameComparesWithOtherDays() {
        try (Visitor visitor = Visitor.in("tide?days=2026-06-01..2026-06-14")) {
            String before = row(visitor, "ACTIVE_PEOPLE").nth(RANGE_COLUMN + 1).innerText();
            visitor.drag(visitor.page.locator("[data-frame=compared]"), -400);
            assertThat(visitor.page.url()).contains("against=");
            assertThat(row(visitor, "ACTIVE_PEOPLE").nth(RANGE_COLUMN + 1))
                    .not()
                    .hasText(before);
        }
    }

    @Test
    void doubleClickOnAReleaseAsksSinceThen() {
        try (Visitor visitor = Visitor.in("tide")) {
            visitor.page.locator("[data-release='1.5.0'] rect").dblclick();
            visitor.page.waitForURL(DAYS);
            long start = LocalDate.parse(Application.LAST_DAY)
                    .minusDays(7L * Application.WEEKS - 1)
                    .toEpochDay();
            assertThat(days(visitor)[0].toEpochDay() - start).isEqualTo(104L * Application.WEEKS / 26);
        }
    }

    @Test
    void theKeyboardAloneIsEnough() throws SQLException {
        try (Visitor visitor = Visitor.in("tide?days=2026-05-04..2026-05-31")) {
            assertThat(row(visitor, "INSTALLS").first()).isVisible();
            Page page = visitor.page;
            page.keyboard().press(".");
            page.keyboard().press(".");
            assertThat(visitor.word("Grain")).isFocused();
            page.keyboard().press("Enter");
            page.keyboard().press("ArrowDown");
            page.keyboard().press("Enter");
            assertThat(visitor.word("Grain")).hasText("week");
            assertThat(page.locator(".tide thead")).containsText("2026-W22");

            page.keyboard().press("Alt+ArrowLeft");
            page.waitForURL(Pattern.compile("days=2026-04-06\\.\\.2026-05-03"));
            page.locator("[data-frame=asked]").focus();
            page.keyboard().press("ArrowRight");
            page.keyboard().press("Shift+ArrowRight");
            page.waitForURL(Pattern.compile("days=2026-04-07\\.\\.2026-05-05"));
            assertThat(row(visitor, "ACTIVE_PEOPLE").nth(RANGE_COLUMN))
                    .hasText(activePeople(LocalDate.of(2026, 4, 7), LocalDate.of(2026, 5, 5)));

            page.keyboard().press("Control+k");
            assertThat(page.getByPlaceholder("A room, a release")).isFocused();
            page.keyboard().type("Retention");
            page.keyboard().press("Enter");
            assertThat(visitor.word("Came back with")).isVisible();
        }
    }

    @Test
    void aRowOpensItsChartAndDrawsItselfOnTheRail() {
        try (Visitor visitor = Visitor.in("tide")) {
            row(visitor, "REVENUE").getByRole(AriaRole.BUTTON).click();
            assertThat(visitor.page.locator("figure figcaption")).hasText("Revenue by day");
            assertThat(visitor.page.locator("figure [role=img]"))
                    .hasAttribute("aria-label", Pattern.compile("^Revenue by day: from EUR .* latest EUR "));
            assertThat(visitor.page.locator(".rail-names")).containsText("Revenue");
        }
    }

    @Test
    void exactDatesCanBeTypedAndImpossibleOnesAreNotAsked() {
        try (Visitor visitor = Visitor.in("tide")) {
            visitor.word("Range").click();
            visitor.page.getByLabel("First day").fill("2026-06-10");
            visitor.page.getByLabel("Last day").fill("2026-06-01");
            Locator ask = visitor.page.getByRole(
                    AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Ask").setExact(true));
            assertThat(ask).isDisabled();
            visitor.page.getByLabel("Last day").fill("2026-06-16");
            ask.click();
            assertThat(visitor.word("Range")).hasText("10 Jun – 16 Jun 2026");
        }
    }

    @Test
    void theFootSaysWhatTheAnswerRestsOn() throws SQLException {
        try (Visitor visitor = Visitor.in("tide")) {
            long events =
                    Visitor.sql("select count(*) from event e join app a on a.id = e.app_id where a.key = 'gullcombe'");
            assertThat(visitor.page.locator(".foot")).containsText(String.format(Locale.ROOT, "%,d events", events));
            assertThat(visitor.page.locator(".foot")).containsText("Watermark Mon 29 Jun");
        }
    }
}
