package coldtide.e2e;

import static coldtide.e2e.Parts.argument;
import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import coldtide.server.Application;
import coldtide.server.apps.Apps;
import coldtide.server.demo.DemoWorlds;
import coldtide.server.engine.Engine;
import coldtide.world.World;
import coldtide.world.scenario.Scenario;
import coldtide.world.scenario.ScenarioFile;
import com.microsoft.playwright.Download;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import java.io.IOException;
import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.SQLException;
import java.sql.Statement;
import java.time.LocalDate;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.api.io.TempDir;

/** What happened in the demo world, at its full size, is found from the tide table on and called by its name. */
@ExtendWith(Application.class)
class HappeningsTest {
    private static final String KEY = "whole-lights";

    @BeforeAll
    static void load(@TempDir Path folder) throws Exception {
        Scenario whole = ScenarioFile.gullcombe();
        String scenario = new String(
                        ScenarioFile.class
                                .getResourceAsStream("/coldtide/world/gullcombe-lights.json")
                                .readAllBytes(),
                        StandardCharsets.UTF_8)
                .replace("\"key\": \"gullcombe\"", "\"key\": \"" + KEY + "\"");
        Path file = Files.writeString(folder.resolve("whole.json"), scenario);
        LocalDate end = LocalDate.parse(Application.LAST_DAY);
        World world = new World(ScenarioFile.read(file).sized(whole.people(), whole.weeks(), end));
        Application.part(DemoWorlds.class).load(world);
        Application.part(Engine.class).refresh(Application.part(Apps.class).require(KEY));
    }

    /** Millions of rows would stand in the way of whoever asks by SQL after this, and so would what the database knows of their number. */
    @AfterAll
    static void drop() throws SQLException {
        int id = Application.part(Apps.class).require(KEY).id();
        try (Connection connection = Application.sql();
                Statement statement = connection.createStatement()) {
            statement.execute("drop table event_" + id);
            statement.execute("analyze");
        }
    }

    private static Visitor in(String room) {
        Visitor visitor = Visitor.in("tide");
        visitor.go("/a/" + KEY + "/" + room);
        return visitor;
    }

    private static Locator step(Visitor visitor, String title) {
        Locator step = argument(visitor.page)
                .locator("li")
                .filter(new Locator.FilterOptions()
                        .setHas(visitor.page.getByRole(
                                AriaRole.BUTTON,
                                new Page.GetByRoleOptions().setName(title).setExact(true))));
        step.getByRole(AriaRole.BUTTON).first().click();
        return step;
    }

    private static void open(Visitor visitor, String kind, String what) {
        visitor.page
                .locator(".cases tbody tr")
                .filter(new Locator.FilterOptions().setHasText(kind))
                .filter(new Locator.FilterOptions().setHasText(what))
                .getByRole(AriaRole.BUTTON)
                .click();
    }

    /** From the tide table's margin to device family, frame rate, spot and the countries that only travel with it; and away as a page. */
    @Test
    void theDropAfter160IsTheFamilyAndNoCountry() throws IOException {
        try (Visitor visitor = in("tide?days=2026-05-10..2026-06-27")) {
            visitor.page
                    .locator(".margin p, .margin li")
                    .filter(new Locator.FilterOptions().setHasText("Product fault, after 1.6.0"))
                    .getByRole(AriaRole.LINK)
                    .click();
            assertThat(visitor.page.locator("h1")).containsText("of gpu Nacre 5 dropped");
            assertThat(visitor.page.locator(".case-kind")).containsText("Product fault");
            assertThat(step(visitor, "Where")).containsText("gpu Nacre 5 dropped most");
            Locator suspects = step(visitor, "Other candidates");
            assertThat(suspects).containsText("country BR, ruled out");
            assertThat(suspects.innerText()).doesNotContainPattern("country \\w+, (dropped too|inconclusive)");
            Locator inside = step(visitor, "What changed");
            assertThat(inside).containsText("Frames per second got worse");
            assertThat(inside).containsText("Slowest place: level 5");
            assertThat(step(visitor, "Conclusion")).containsText("Product fault for gpu Nacre 5");

            visitor.page
                    .getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Save as case"))
                    .click();
            assertThat(visitor.page.locator(".case-kind")).containsText("open");
            Download html = visitor.page.waitForDownload(() -> visitor.page
                    .getByRole(
                            AriaRole.BUTTON,
                            new Page.GetByRoleOptions().setName("HTML").setExact(true))
                    .click());
            assertThat(Files.readString(html.path())).contains("gpu Nacre 5", "Frames per second", "ruled out");
        }
    }

    /** Frames are watched by choice, from the keyboard: their fall stands in the case of the fault that slows them. */
    @Test
    void framesWatchedByChoiceStandInTheCaseOfTheirFault() {
        String mean =
                URLEncoder.encode("[{\"name\":\"a\",\"kind\":\"MEAN\",\"property\":\"fps\"}]", StandardCharsets.UTF_8);
        try (Visitor visitor = in("metrics?m=" + mean)) {
            Page page = visitor.page;
            button(page, "Create monitor").focus();
            page.keyboard().press("Enter");
            page.getByLabel("Name").fill("Mean frames");
            page.getByLabel("Name").press("Enter");
            assertThat(page.getByText("is now monitored daily")).isVisible();
            page.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName("see its state"))
                    .click();
            Locator row = page.locator("tr", new Page.LocatorOptions().setHasText("Mean frames"));
            assertThat(row).containsText("average fps");
            assertThat(row).containsText("expected");

            visitor.go("/a/" + KEY + "/cases");
            assertThat(page.locator(".cases .about")).containsText("Mean frames");
            open(visitor, "Product fault", "gpu Nacre 5");
            assertThat(step(visitor, "What dropped")).containsText("onitor");
            assertThat(step(visitor, "What dropped")).containsText("\u201cMean frames\u201d");
            assertThat(step(visitor, "Since when")).containsText("Frames per second dropped first");

            visitor.go("/a/" + KEY + "/settings?part=watched");
            visitor.confirm(row, "Remove");
            assertThat(page.getByText("No monitors yet.")).isVisible();
        }
    }

    private static Locator button(Page page, String name) {
        return page.getByRole(
                AriaRole.BUTTON, new Page.GetByRoleOptions().setName(name).setExact(true));
    }

    /** The advert network's settlements speak against adverts having been lost. */
    @Test
    void adverts171AreLostTracking() {
        try (Visitor visitor = in("cases")) {
            open(visitor, "Lost tracking", "android");
            assertThat(step(visitor, "Since when")).containsText("Release 1.7.1 on android");
            assertThat(step(visitor, "What changed")).containsText("only the tracking was lost");
            assertThat(step(visitor, "Conclusion")).containsText("Only the tracking was lost");
            assertThat(step(visitor, "Which revenue")).containsText("The change of ads");
            assertThat(visitor.page.locator(".case-money")).containsText("All revenue");
        }
    }

    @Test
    void weekFourteenIsTheMixOfArrivals() {
        try (Visitor visitor = in("cases")) {
            open(visitor, "Mix of new users", "");
            assertThat(step(visitor, "Conclusion")).containsText("Mix of new users");
            assertThat(argument(visitor.page)).containsText("keeper_reel");
        }
    }

    @Test
    void theLightningIsAnOutageAndTheHolidayTheCalendar() {
        try (Visitor visitor = in("cases")) {
            open(visitor, "Outage", "Events stopped arriving");
            assertThat(argument(visitor.page)).containsText("from 19:00 to 22:00");
            visitor.page.goBack();
            open(visitor, "Calendar", "");
            assertThat(step(visitor, "Conclusion")).containsText("Calendar: more than usual");
        }
    }

    /** A release that is worse has its case beside it; happening 3 is an improvement and stands among the releases alone. */
    @Test
    void releasesHaveTheirCasesAndTheShorterLessonIsBetter() {
        try (Visitor visitor = in("releases")) {
            Locator rows = visitor.page.locator(".releases tbody tr");
            Locator worse = rows.filter(new Locator.FilterOptions().setHasText("1.7.1 android"));
            assertThat(worse).containsText("Worse");
            worse.getByRole(AriaRole.LINK, new Locator.GetByRoleOptions().setName("Lost tracking"))
                    .click();
            assertThat(visitor.page.locator(".case-kind")).containsText("Lost tracking");
            visitor.page.goBack();
            Locator lesson = rows.filter(new Locator.FilterOptions().setHasText("1.5.0 all platforms"));
            assertThat(lesson).containsText("Better");
            assertThat(lesson).containsText("Day 1 retention of new users +");
            assertThat(lesson.getByRole(AriaRole.LINK)).hasCount(0);
        }
    }
}
