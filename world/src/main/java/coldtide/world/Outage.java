package coldtide.world;

/** Two hours of one evening from which nothing ever arrives. */
final class Outage {
    private static final long BEGINS_MILLIS = 19 * 3_600_000L + 1_800_000L;
    private static final long LASTS_MILLIS = 2 * 3_600_000L;

    private final long from;

    /** @param scenario whose outage it is; none if it is switched off */
    Outage(Scenario scenario) {
        from = scenario.has(Happening.OUTAGE)
                ? scenario.startOfDay(Happening.OUTAGE.dayIndex(scenario)).toEpochMilli() + BEGINS_MILLIS
                : Long.MAX_VALUE - LASTS_MILLIS;
    }

    boolean swallows(long timeMillis) {
        return timeMillis >= from && timeMillis < from + LASTS_MILLIS;
    }
}
