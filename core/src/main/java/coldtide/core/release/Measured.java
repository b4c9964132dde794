package coldtide.core.release;

/** Metric by which users on a release are compared with users not on it. */
public enum Measured {
    SESSIONS(Unit.FOR_EACH_DAY, false),
    /** Added up in milliseconds. */
    MINUTES(Unit.FOR_EACH_DAY, false, 60_000),
    PURCHASES(Unit.FOR_EACH_DAY, false),
    ADVERTS(Unit.FOR_EACH_DAY, false),
    /** Share of active users who were active on the next day, too. */
    CAME_BACK(Unit.SHARE, false),
    CRASHES(Unit.FOR_EACH_DAY, true),
    /** Frames a second, the mean of all samples. */
    FPS(Unit.MEAN, false, Measured.MILLIONTHS),
    LOAD_MS(Unit.MEAN, true, Measured.MILLIONTHS),
    MEMORY_MB(Unit.MEAN, true, Measured.MILLIONTHS),
    /** Share of new users who were active one day later. */
    DAY_1(Unit.SHARE, false),
    DAY_7(Unit.SHARE, false);

    /** What its values are of. */
    public enum Unit {
        /** Number per user and active day. */
        FOR_EACH_DAY,
        SHARE,
        MEAN
    }

    private static final int MILLIONTHS = 1_000_000;

    private final Unit unit;
    private final boolean isWorseAbove;
    private final int parts;

    Measured(Unit unit, boolean isWorseAbove) {
        this(unit, isWorseAbove, 1);
    }

    Measured(Unit unit, boolean isWorseAbove, int parts) {
        this.unit = unit;
        this.isWorseAbove = isWorseAbove;
        this.parts = parts;
    }

    /** How many whole parts make one: sums of those are the same in whatever order they are made. */
    int parts() {
        return parts;
    }

    public Unit unit() {
        return unit;
    }

    public boolean isWorseAbove() {
        return isWorseAbove;
    }
}
