package coldtide.world;

import java.time.LocalDate;

/**
 * A campaign of a channel that ran for a while; all others run throughout.
 *
 * @param firstDay first day of the run
 * @param end the day after its last
 */
public record Campaign(String name, String channel, LocalDate firstDay, LocalDate end) {
    /** The keeper reel: one week of many arrivals. */
    static Campaign keeperReel(Scenario scenario) {
        LocalDate first = Happening.CAMPAIGN_BURST.begins(scenario);
        return new Campaign("keeper_reel", "harbour_video", first, first.plusDays(7));
    }

    boolean runsOn(LocalDate day) {
        return !day.isBefore(firstDay) && day.isBefore(end);
    }
}
