package coldtide.world;

import java.time.LocalDate;

/**
 * A campaign of a channel that ran for a while; all others run throughout.
 *
 * @param firstDay first day of the run
 * @param end the day after its last
 */
public record Campaign(String name, String channel, LocalDate firstDay, LocalDate end) {
    /** The keeper reel: two weeks in the second month of a span of 26 weeks; other spans are scaled. */
    static Campaign keeperReel(Scenario scenario) {
        LocalDate first = scenario.firstDay().plusDays(44L * scenario.weeks() / Scenario.DEFAULT_WEEKS);
        return new Campaign("keeper_reel", "harbour_video", first, first.plusDays(14));
    }

    boolean runsOn(LocalDate day) {
        return !day.isBefore(firstDay) && day.isBefore(end);
    }
}
