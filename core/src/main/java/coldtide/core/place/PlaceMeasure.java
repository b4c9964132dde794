package coldtide.core.place;

/** Value that a level map shows for each square. */
public enum PlaceMeasure {
    /** Events for each user who was on the level. */
    EVENTS,
    /** Which share of those who were on the level did it here. */
    PEOPLE,
    /** The mean of a property over the events here. */
    MEAN,
    /** A percentile of it. */
    PERCENTILE;

    /** Whether it is of a property. */
    public boolean isOfProperty() {
        return this == MEAN || this == PERCENTILE;
    }
}
