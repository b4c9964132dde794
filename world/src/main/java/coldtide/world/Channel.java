package coldtide.world;

import java.util.List;

/**
 * How a person came.
 *
 * @param weight share of arrivals, relative
 * @param staying factor on the chance of leaving: above 1 they leave sooner
 */
record Channel(String name, String medium, double weight, double staying, List<String> campaigns) {
    static final List<Channel> ALL = List.of(
            new Channel("store_browse", "organic", 30, 1.0, List.of()),
            new Channel("store_search", "organic", 22, 0.95, List.of()),
            new Channel("friend_invite", "referral", 8, 0.75, List.of()),
            new Channel("lantern_ads", "paid", 14, 1.05, List.of("spring_lamps", "first_light")),
            new Channel("gull_network", "paid", 10, 1.15, List.of("gulls_a", "gulls_b")),
            new Channel("harbour_video", "paid", 5, 1.5, List.of("storm_reel")),
            new Channel("coast_letter", "mail", 4, 0.85, List.of("letter_07", "letter_08")),
            new Channel("pier_posters", "offline", 4, 0.9, List.of("pier_north")));
}
