package coldtide.e2e;

import static coldtide.e2e.Parts.foot;
import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import coldtide.server.Application;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.BoundingBox;
import java.net.URI;
import java.sql.SQLException;
import java.time.LocalDate;
import java.util.Locale;
import java.util.concurrent.atomic.AtomicInteger;
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

    /** The days in the address, asked from the page itself: the driver learns of a new address only some time later. */
    private static LocalDate[] days(Visitor visitor) {
        String address = (String) visitor.page.evaluate("location.href");
        Matcher days = DAYS.matcher(URI.create(address).getQuery());
        org.assertj.core.api.Assertions.assertThat(days.find()).as(address).isTrue();
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

    /** However fast the pointer moves, at most ten questions of a kind are asked a second; the last is of where it stopped. */
    @Test
    void whileTheRailIsDraggedFewQuestionsAreAsked() {
        try (Visitor visitor = Visitor.in("tide?days=2026-06-01..2026-06-14")) {
            visitor.settle();
            AtomicInteger asked = new AtomicInteger();
            visitor.page.onRequest(request -> {
                if (request.url().endsWith("/tide-table")) {
                    asked.incrementAndGet();
                }
            });
            BoundingBox box = visitor.page.locator("[data-frame=asked]").boundingBox();
            double y = box.y + box.height / 2;
            visitor.page.mouse().move(box.x + 5, y);
            visitor.page.mouse().down();
            long start = System.nanoTime();
            for (int step = 1; step <= 400; step++) {
                visitor.page.mouse().move(box.x + 5 - step, y);
            }
            visitor.page.mouse().up();
            double seconds = (System.nanoTime() - start) / 1e9;
            LocalDate[] there = days(visitor);
            visitor.settle();
            assertThat(asked.get()).isPositive().isLessThanOrEqualTo((int) (10 * seconds) + 3);
            assertThat(days(visitor)).isEqualTo(there);
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
            assertThat(visitor.word("Period")).isFocused();
            page.keyboard().press("Enter");
            page.keyboard().press("ArrowDown");
            page.keyboard().press("Enter");
            assertThat(visitor.word("Period")).hasText("week");
            assertThat(page.locator(".tide thead")).containsText("25–31 May");

            page.keyboard().press("Alt+ArrowLeft");
            page.waitForURL(Pattern.compile("days=2026-04-06\\.\\.2026-05-03"));
            page.locator("[data-frame=asked]").focus();
            page.keyboard().press("ArrowRight");
            page.keyboard().press("Shift+ArrowRight");
            page.waitForURL(Pattern.compile("days=2026-04-07\\.\\.2026-05-05"));
            assertThat(row(visitor, "ACTIVE_PEOPLE").nth(RANGE_COLUMN))
                    .hasText(activePeople(LocalDate.of(2026, 4, 7), LocalDate.of(2026, 5, 5)));

            page.keyboard().press("Control+k");
            assertThat(page.getByRole(AriaRole.DIALOG).getByRole(AriaRole.COMBOBOX))
                    .isFocused();
            page.keyboard().type("Retention");
            page.keyboard().press("Enter");
            assertThat(visitor.word("Came back with")).isVisible();
        }
    }

    @Test
    void aRowOpensItsChartAndDrawsItselfOnTheRail() {
        try (Visitor visitor = Visitor.in("tide")) {
            row(visitor, "REVENUE").getByRole(AriaRole.BUTTON).first().click();
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
            visitor.date("First day", "20260610");
            visitor.date("Last day", "20260601");
            Locator ask = visitor.page.getByRole(
                    AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Ask").setExact(true));
            assertThat(ask).isDisabled();
            visitor.date("Last day", "20260616");
            ask.click();
            assertThat(visitor.word("Range")).hasText("10 Jun – 16 Jun 2026");
        }
    }

    @Test
    void theFootSaysWhatTheAnswerRestsOn() throws SQLException {
        try (Visitor visitor = Visitor.in("tide")) {
            long events =
                    Visitor.sql("select count(*) from event e join app a on a.id = e.app_id where a.key = 'gullcombe'");
            assertThat(foot(visitor.page)).containsText(String.format(Locale.ROOT, "%,d events", events));
            assertThat(foot(visitor.page)).containsText("Last received Mon 29 Jun");
        }
    }

    @Test
    void aFirstVisitOffersThreeQuestionsUntilTheyAreClosed() {
        try (Visitor visitor = Visitor.in("tide")) {
            Locator questions =
                    visitor.page.getByRole(AriaRole.NAVIGATION, new Page.GetByRoleOptions().setName("First questions"));
            assertThat(questions.getByRole(AriaRole.LINK)).hasCount(3);
            questions
                    .getByRole(
                            AriaRole.LINK,
                            new Locator.GetByRoleOptions().setName("How many of our new users come back?"))
                    .click();
            assertThat(visitor.word("Came back with")).isVisible();
            visitor.page.goBack();
            questions
                    .getByRole(AriaRole.BUTTON, new Locator.GetByRoleOptions().setName("Close the first questions"))
                    .click();
            assertThat(questions).hasCount(0);
            visitor.page.reload();
            assertThat(visitor.page.locator("tr[data-figure=INSTALLS]")).isVisible();
            assertThat(questions).hasCount(0);
        }
    }
}
