package coldtide.world;

/** A planted happening with its truth: what a careful analyst should find. Each can be switched off. */
public enum Happening {
    /** From 1.5.0 on the first lesson is shorter: day-1 and day-7 retention of people who arrive on it rise. */
    SHORTER_FIRST_LESSON("1.5.0", "2"),
    /**
     * From 1.6.0 until 1.8.0 mends it, a lightning effect halves the frame rate of one GPU family near the gallery stair of beacon 5: those people
     * fail there, watch fewer adverts and leave. The family is common in two countries, which therefore look guilty.
     */
    GALLERY_LIGHTNING("1.6.0", "1.8.0");

    private final String version;
    private final String mendedIn;

    Happening(String version, String mendedIn) {
        this.version = version;
        this.mendedIn = mendedIn;
    }

    /** The release that brings it. */
    public String version() {
        return version;
    }

    /** Whether somebody on {@code version} lives with it; versions of this world order as texts. */
    boolean lastsIn(String version) {
        return version.compareTo(this.version) >= 0 && version.compareTo(mendedIn) < 0;
    }
}
