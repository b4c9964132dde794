package coldtide.world.out;

import static org.assertj.core.api.Assertions.assertThat;

import coldtide.world.World;
import coldtide.world.scenario.Place;
import coldtide.world.scenario.Place.Room;
import coldtide.world.scenario.Scenario;
import coldtide.world.scenario.ScenarioFile;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import javax.xml.parsers.DocumentBuilderFactory;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.w3c.dom.Document;

class TowerPlanTest {
    private static final Scenario SCENARIO = ScenarioFile.gullcombe().sized(600, 12, LocalDate.of(2026, 6, 28));

    @TempDir
    Path folder;

    @Test
    void eachTowerIsADrawingOfItsRooms() throws Exception {
        TowerPlan.write(SCENARIO.places(), folder);
        for (int level = 1; level <= 14; level++) {
            Document plan = parsed(Files.readString(folder.resolve("level-" + level + ".svg")));
            Place place = SCENARIO.places().get(level - 1);
            assertThat(plan.getDocumentElement().getAttribute("viewBox")).isEqualTo("0 0 100 100");
            assertThat(plan.getElementsByTagName("rect").getLength())
                    .isEqualTo(place.rooms().size());
            assertThat(plan.getElementsByTagName("title").item(0).getTextContent())
                    .isEqualTo(place.name());
        }
    }

    private static Document parsed(String svg) throws Exception {
        return DocumentBuilderFactory.newInstance()
                .newDocumentBuilder()
                .parse(new java.io.ByteArrayInputStream(svg.getBytes(java.nio.charset.StandardCharsets.UTF_8)));
    }

    @Test
    void namesWithMarkupStayText() throws Exception {
        Place odd = new Place("<script>\"&", List.of(new Room("a<b>&", 0, 0, 10, 10)));
        Document plan = parsed(TowerPlan.svg(odd));
        assertThat(plan.getElementsByTagName("script").getLength()).isZero();
        assertThat(plan.getElementsByTagName("text").item(0).getTextContent()).isEqualTo("a<b>&");
    }

    @Test
    void noTwoRoomsOverlap() {
        for (Place place : SCENARIO.places()) {
            for (Room one : place.rooms()) {
                for (Room other : place.rooms()) {
                    assertThat(one == other
                                    || one.x() + one.width() <= other.x()
                                    || other.x() + other.width() <= one.x()
                                    || one.y() + one.height() <= other.y()
                                    || other.y() + other.height() <= one.y())
                            .as("%s: %s and %s", place.name(), one, other)
                            .isTrue();
                }
            }
        }
    }

    @Test
    void everySampleLiesInARoomOfItsTower() throws IOException {
        new World(SCENARIO)
                .eachPerson(events -> events.stream()
                        .map(event -> event.properties())
                        .filter(properties -> properties.containsKey("x"))
                        .forEach(TowerPlanTest::liesInARoom));
    }

    private static void liesInARoom(Map<String, Object> sample) {
        double x = (Double) sample.get("x");
        double y = (Double) sample.get("y");
        Place place = SCENARIO.places().get((Integer) sample.get("level") - 1);
        assertThat(place.rooms())
                .anyMatch(room -> x >= room.x()
                        && x <= room.x() + room.width()
                        && y >= room.y()
                        && y <= room.y() + room.height());
    }
}
