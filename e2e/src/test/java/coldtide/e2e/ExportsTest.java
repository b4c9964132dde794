package coldtide.e2e;

import static coldtide.e2e.Parts.room;
import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import coldtide.server.Application;
import java.nio.charset.StandardCharsets;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Every room with an answer exports it and keeps it as evidence, by the same words in the same place. */
@ExtendWith(Application.class)
class ExportsTest {
    /** @param head the first line of the CSV begins with it, and the picture holds the text */
    @ParameterizedTest
    @CsvSource({
        "tide, metric, Stickiness",
        "metrics, range, active users",
        "retention?of=value, cohort from, joined",
        "retention?of=quiet, group, users",
        "compare, kind, Payer share",
        "releases, version, 1.6.0",
        "cases, from, Found in the current data",
        "levels, x, Level",
        "catalogue, event, beacon_lit",
        "users, user, First seen",
        "events, time, app_version",
    })
    void everyRoomExportsItsAnswer(String room, String head, String text) {
        try (Visitor visitor = Visitor.in(room)) {
            assertThat(visitor.page.getByLabel("Export")).isVisible();
            assertThat(room(visitor.page).getByText(text).first()).isVisible();
            // Files of lists are made by the server, and names of users are not kept as evidence.
            boolean isList = room.equals("users") || room.equals("events");
            if (!isList) {
                assertThat(text(visitor.export("CSV"))).startsWith(head + ",");
            }
            String svg = text(visitor.export("SVG"));
            assertThat(svg).startsWith("<svg").contains(text).doesNotContain("var(--");
            assertThat(text(visitor.export("PDF"))).startsWith("%PDF-");
            assertThat(visitor.export("PNG")).startsWith(0x89, 'P', 'N', 'G');
            if (!isList) {
                visitor.page.getByText("Keep as evidence").click();
                assertThat(visitor.page.getByText("Saved as evidence number")).isVisible();
            }
        }
    }

    private static String text(byte[] file) {
        return new String(file, StandardCharsets.UTF_8);
    }
}
