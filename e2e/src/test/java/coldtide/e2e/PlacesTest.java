package coldtide.e2e;

import static coldtide.e2e.Parts.findings;
import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import coldtide.server.Application;
import coldtide.server.EventRows;
import com.microsoft.playwright.Download;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.BoundingBox;
import com.microsoft.playwright.options.FilePayload;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** The room of places: squares on the plan of a level, a rubber band over them, and who was there. */
@ExtendWith(Application.class)
class PlacesTest {
    private static final String DAYS = "days=2026-03-09..2026-06-28";

    private static Locator plan(Visitor visitor) {
        return visitor.page.locator("svg.plan");
    }

    @Test
    void aRubberBandTakesThePeopleOfSomeSquares() {
        try (Visitor visitor = Visitor.in("levels?level=1&" + DAYS)) {
            assertThat(plan(visitor)).isVisible();
            assertThat(visitor.page.locator(".plan-square").first()).isVisible();
            assertThat(findings(visitor.page)).containsText("on the level");
            BoundingBox box = plan(visitor).boundingBox();
            visitor.page.mouse().move(box.x + 0.11 * box.width, box.y + 0.11 * box.height);
            visitor.page.mouse().down();
            visitor.page.mouse().move(box.x + 0.55 * box.width, box.y + 0.65 * box.height);
            visitor.page.mouse().up();
            Locator people = visitor.page.locator(".plan-people");
            assertThat(people).containsText("x 10 to 60, y 10 to 70");
            assertThat(people).containsText("users in this area");
            people.getByRole(AriaRole.LINK, new Locator.GetByRoleOptions().setName("Show users"))
                    .first()
                    .click();
            assertThat(visitor.rows("Users").first()).isVisible();
            assertThat(visitor.page.url()).contains("users?among=");
        }
    }

    @Test
    void squaresAreTakenByKeysAndReadAsATable() throws IOException {
        try (Visitor visitor = Visitor.in("levels?level=1&" + DAYS)) {
            assertThat(plan(visitor)).isVisible();
            visitor.choose("Metric", "average fps");
            assertThat(visitor.page.locator(".chart-title")).containsText("average fps");
            plan(visitor).focus();
            visitor.page.keyboard().press("ArrowRight");
            visitor.page.keyboard().press("ArrowRight");
            visitor.page.keyboard().press("Shift+ArrowDown");
            assertThat(visitor.page.locator(".plan-people h2")).hasText("x 10 to 20, y 0 to 20");
            visitor.page.keyboard().press("Escape");
            assertThat(visitor.page.locator(".plan-people")).hasCount(0);
            visitor.page.keyboard().press("t");
            assertThat(visitor.page.locator(".place-table tbody tr").first()).isVisible();
            Download csv = visitor.exportByKey();
            List<String> lines = Files.readAllLines(csv.path());
            assertThat(lines.get(0)).startsWith("x,y,square,users,events,fps.mean");
            assertThat(lines.size() - 1)
                    .isEqualTo(visitor.page.locator(".place-table tbody tr").count());
        }
    }

    @Test
    void twoGroupsStandBesideEachOther() {
        try (Visitor visitor = Visitor.in("levels?level=1&show=fps.mean&" + DAYS)) {
            assertThat(plan(visitor)).isVisible();
            visitor.choose("Comparison", "all other users");
            assertThat(visitor.word("Group")).hasText("users whose platform is ios");
            assertThat(visitor.page.locator(".plan-furthest caption")).hasText("Largest differences");
            visitor.choose("Side", "the chosen users only");
            assertThat(visitor.page.locator(".plan-furthest caption")).hasText("Highest and lowest");
            assertThat(visitor.page.url()).contains("beside=group").contains("side=asked");
            visitor.page.goBack();
            assertThat(visitor.word("Side")).hasText("the difference");
        }
    }

    @Test
    void aFloorPlanComesFromAFile() {
        try (Visitor visitor = Visitor.in("tide")) {
            EventRows rows = new EventRows(3, "level,x,y");
            for (int person = 0; person < 60; person++) {
                rows.add("frame_sample", person % 20, person, "1," + rows.random(40) + "," + rows.random(20));
            }
            visitor.makeAppOf("Two rooms", "rooms.csv", rows.toString());
            visitor.enter("Ask", "Level maps");
            assertThat(visitor.page.locator(".plan-square, .plan-few").first()).isVisible();
            visitor.page
                    .locator("input[type=file]")
                    .setInputFiles(new FilePayload(
                            "plan.svg",
                            "image/svg+xml",
                            "<svg xmlns='http://www.w3.org/2000/svg' viewBox='0 0 40 20'><script/><rect width='20' height='20'/></svg>"
                                    .getBytes(StandardCharsets.UTF_8)));
            assertThat(visitor.page.locator(".plan-file")).containsText("Removed");
            assertThat(visitor.page.locator(".plan-drawing")).hasCount(1);
            assertThat(plan(visitor)).hasAttribute("viewBox", "0 0 40 20");
        }
    }
}
