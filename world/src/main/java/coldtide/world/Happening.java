package coldtide.world;

import java.time.LocalDate;

/**
 * A planted happening with its truth: what a careful analyst should find. Each can be switched off. Days are those of a span of
 * 26 weeks; other spans are scaled.
 */
public enum Happening {
    /** From 1.4.0 until 1.5.0 the pay sheet of the iOS game fails for one currency: sheets open, purchases vanish there. */
    PAY_SHEET_FAILS("1.4.0", "1.5.0", 0),
    /**
     * In week 14 a campaign brings many people by a channel whose people never stay long: pooled day-1 retention falls, though
     * it falls in no channel.
     */
    CAMPAIGN_BURST("", "", 91),
    /** From 1.5.0 on the first lesson is shorter: day-1 and day-7 retention of people who arrive on it rise. */
    SHORTER_FIRST_LESSON("1.5.0", "2", 0),
    /**
     * From 1.6.0 until 1.8.0 mends it, a lightning effect halves the frame rate of one GPU family near the gallery stair of
     * beacon 5: those people fail there, watch fewer adverts and leave. The family is common in two countries, which therefore
     * look guilty.
     */
    GALLERY_LIGHTNING("1.6.0", "1.8.0", 0),
    /** From 1.7.1 until 1.8.0 the Android game no longer sends {@code ad_finished}, while adverts run on and are settled. */
    LOST_ADVERTS("1.7.1", "1.8.0", 0),
    /** For two hours one evening nothing arrives from anybody. */
    OUTAGE("", "", 133),
    /** A public holiday: a peak, and a trough on the two days after it. */
    HOLIDAY("", "", 116),
    /** From one day on, prices in one region are half as high again: fewer purchases, more revenue. */
    PRICE_CHANGE("", "", 66);

    /** The currency whose pay sheet fails. */
    static final String FAILING_CURRENCY = "GBP";

    private final String version;
    private final String mendedIn;
    private final int day;

    Happening(String version, String mendedIn, int day) {
        this.version = version;
        this.mendedIn = mendedIn;
        this.day = day;
    }

    /** The release that brings it; empty if it comes with none. */
    public String version() {
        return version;
    }

    /** Whether somebody on {@code version} lives with it; versions of this world order as texts. */
    boolean lastsIn(String version) {
        return !this.version.isEmpty() && version.compareTo(this.version) >= 0 && version.compareTo(mendedIn) < 0;
    }

    /** The index in the span of the day on which it begins, where it comes with no release. */
    int dayIndex(Scenario scenario) {
        return day * scenario.weeks() / Scenario.DEFAULT_WEEKS;
    }

    /** The day on which it begins, where it comes with no release. */
    public LocalDate begins(Scenario scenario) {
        return scenario.firstDay().plusDays(dayIndex(scenario));
    }
}
