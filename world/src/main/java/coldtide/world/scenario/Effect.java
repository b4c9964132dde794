package coldtide.world.scenario;

import com.fasterxml.jackson.annotation.JsonProperty;

/** What a happening does to the people of its slice. What its size means differs. */
public enum Effect {
    /** Pay sheets open and the purchase does not happen. Size: share of purchases that vanish. */
    @JsonProperty("purchases_vanish")
    PURCHASES_VANISH(true),
    /** More people arrive by the channel and campaign of the slice. Size: how many, as a share of all people of the world. */
    @JsonProperty("arrivals_burst")
    ARRIVALS_BURST(true),
    /** Another first lesson for people who arrive then. Size: factor on their chance of leaving; below 1 it is shorter. */
    @JsonProperty("first_lesson")
    FIRST_LESSON(false),
    /**
     * Frames come slower on a level, or in a room of it. Size: factor on the frame rate. The people hurt fail there, watch fewer
     * adverts and leave, the more the slower.
     */
    @JsonProperty("frames_slow")
    FRAMES_SLOW(true),
    /** The game breaks down and closes. Size: share of sessions that end so. Those people tend to leave. */
    @JsonProperty("crashes")
    CRASHES(true),
    /** An event is no longer sent, while what it tells of goes on. Size: share of them not sent. */
    @JsonProperty("event_lost")
    EVENT_LOST(true),
    /** What happens never arrives. Size: share of events. */
    @JsonProperty("outage")
    OUTAGE(true),
    /** Some days are busier or quieter for everybody. No size; {@code factors} for one day after another, 1 is usual. */
    @JsonProperty("busy_days")
    BUSY_DAYS(false),
    /** Other prices. Size: factor on them; {@code willing} is the factor on the chance of buying. */
    @JsonProperty("prices")
    PRICES(false);

    private final boolean share;

    Effect(boolean share) {
        this.share = share;
    }

    /** Whether its size is a share, from 0 to 1. */
    boolean isShare() {
        return share;
    }
}
