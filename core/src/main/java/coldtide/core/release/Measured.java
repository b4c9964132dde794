package coldtide.core.release;

/** What people on a release are held against people not on it by. */
public enum Measured {
    SESSIONS(Unit.FOR_EACH_DAY, false),
    MINUTES(Unit.FOR_EACH_DAY, false),
    PURCHASES(Unit.FOR_EACH_DAY, false),
    ADVERTS(Unit.FOR_EACH_DAY, false),
    /** Of active people, who is active on the next day, too. */
    CAME_BACK(Unit.SHARE, false),
    CRASHES(Unit.FOR_EACH_DAY, true),
    /** Frames a second, the mean of all samples. */
    FPS(Unit.MEAN, false),
    LOAD_MS(Unit.MEAN, true),
    MEMORY_MB(Unit.MEAN, true),
    /** Of people whose first day it was, who was active a day later. */
    DAY_1(Unit.SHARE, false),
    DAY_7(Unit.SHARE, false);

    /** What its values are of. */
    public enum Unit {
        /** So many for each person and active day. */
        FOR_EACH_DAY,
        SHARE,
        MEAN
    }

    private final Unit unit;
    private final boolean isWorseAbove;

    Measured(Unit unit, boolean isWorseAbove) {
        this.unit = unit;
        this.isWorseAbove = isWorseAbove;
    }

    public Unit unit() {
        return unit;
    }

    public boolean isWorseAbove() {
        return isWorseAbove;
    }
}
