package coldtide.core.anomaly.counts;

import coldtide.core.tidetable.Count;
import coldtide.core.tidetable.Figure;
import coldtide.core.tidetable.PeriodCounts;
import java.util.Arrays;
import java.util.EnumSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/**
 * What is watched slice by slice: how many, or how many for each of others. Things are counted, not money, so that one large payment is
 * no change; what a change costs in money is asked afterwards.
 */
public enum Rate {
    NEW_PEOPLE(Figure.NEW_PEOPLE, Count.NEW_PEOPLE, null),
    FIRST_PATH(Figure.FIRST_PATH, Count.FIRST_PATHS, Count.NEW_PEOPLE),
    ACTIVE_PEOPLE(Figure.ACTIVE_PEOPLE, Count.ACTIVE_PEOPLE, null),
    SESSIONS(Figure.SESSIONS, Count.SESSIONS, Count.ACTIVE_PEOPLE),
    SESSION_LENGTH(Figure.SESSION_LENGTH, Count.LATER_SESSION_MILLIS, Count.LATER_SESSIONS),
    CRASH_FREE(Figure.CRASH_FREE_SESSIONS, Count.CRASH_FREE_SESSIONS, Count.SESSIONS),
    FRAME_RATE(Figure.FRAME_RATE, Count.FRAME_RATES, Count.FRAME_SAMPLES),
    PURCHASES(Figure.PURCHASES, Count.PURCHASES, Count.ACTIVE_PEOPLE),
    ADVERTS(Figure.AD_REVENUE, Count.ADVERTS, Count.ACTIVE_PEOPLE),
    NEXT_DAY(Figure.NEXT_DAY, Count.CAME_BACK_NEXT_DAY, Count.NEW_THE_DAY_BEFORE);

    /**
     * Twice a usual session: counted in these, lengths that fall off as an exponential scatter as counts do. Of other apps the scale of a
     * slice's own past makes up for it.
     */
    private static final double SESSION_PIECE = 6 * 60_000;
    /**
     * In millionths of a frame a second. Counted in these, rates that lie about a quarter apart scatter as counts do or more, and the scale of
     * a slice's own past makes up for more.
     */
    private static final double FRAME_PIECE = 3e6;
    /** Proportion metrics: binomial instead of Poisson variance. */
    private static final Set<Rate> SHARES = EnumSet.of(NEXT_DAY, FIRST_PATH, CRASH_FREE);

    private static final Set<Figure> OF_RUNNING = EnumSet.of(Figure.CRASH_FREE_SESSIONS, Figure.FRAME_RATE);

    private final Figure figure;
    private final Count over;
    private final Count under;

    Rate(Figure figure, Count over, Count under) {
        this.figure = figure;
        this.over = over;
        this.under = under;
    }

    /** The one that a headline metric is watched by, slice by slice. */
    public static Rate of(Figure figure) {
        return Arrays.stream(values())
                .filter(rate -> rate.figure == figure)
                .findFirst()
                .orElseThrow(() -> new IllegalArgumentException("Nothing of " + figure + " is watched by slice."));
    }

    /** The headline metric that moves with it. */
    public Figure figure() {
        return figure;
    }

    /** Whether it tells how the app ran, and not what users did. */
    public boolean isOfRunning() {
        return isOfRunning(figure);
    }

    public static boolean isOfRunning(Figure figure) {
        return OF_RUNNING.contains(figure);
    }

    public Count over() {
        return over;
    }

    /** All that must be counted for any. */
    public static Set<Count> allCounts() {
        Set<Count> all = EnumSet.noneOf(Count.class);
        Arrays.stream(values()).map(Rate::counts).forEach(all::addAll);
        return all;
    }

    /** All that must be counted for it. */
    Set<Count> counts() {
        return under == null ? EnumSet.of(over) : EnumSet.of(over, under);
    }

    /** Denominator of the rate; absent for an absolute count. */
    public Optional<Count> under() {
        return Optional.ofNullable(under);
    }

    /** By day; of lengths, in pieces of some minutes, since milliseconds would pass for very many things. */
    public double[] over(List<PeriodCounts> days) {
        return days.stream().mapToDouble(day -> day.of(over) / unit()).toArray();
    }

    double unit() {
        return switch (this) {
            case SESSION_LENGTH -> SESSION_PIECE;
            case FRAME_RATE -> FRAME_PIECE;
            default -> 1;
        };
    }

    /** How far two spans lie apart, in standard errors; what either is or is not so scatters less than what is merely counted. */
    public double distance(BeforeAfterCounts spans) {
        return spans.distance() / scatter(spans);
    }

    /** Distance without a correction for chance, for estimating the usual scatter of many groups. */
    double uncorrected(BeforeAfterCounts spans) {
        return spans.distance(0) / scatter(spans);
    }

    private double scatter(BeforeAfterCounts spans) {
        return SHARES.contains(this) ? Math.sqrt(1 - spans.rate()) : 1;
    }

    /** Ones for what is counted by itself. */
    public double[] under(List<PeriodCounts> days) {
        return days.stream()
                .mapToDouble(day -> under == null ? 1 : day.of(under))
                .toArray();
    }
}
