package coldtide.core.tidetable;

import static coldtide.core.tidetable.Figure.Group.ARRIVE;
import static coldtide.core.tidetable.Figure.Group.LEAVE;
import static coldtide.core.tidetable.Figure.Group.PAY;
import static coldtide.core.tidetable.Figure.Group.USE;

import coldtide.core.log.rule.RevenueType;
import java.util.OptionalDouble;
import java.util.function.Function;

/** A headline metric of one period. A figure whose divisor is zero has no value: never 0, never infinity. */
public enum Figure {
    /** First events of installs. */
    INSTALLS(ARRIVE, Unit.COUNT, c -> count(c, Count.INSTALLS)),
    /** First events of users: a second device of a known account is an install but no new user. */
    NEW_PEOPLE(ARRIVE, Unit.PEOPLE, c -> count(c, Count.NEW_PEOPLE)),
    /** Users who in the period for the first time did what ends the app's first-time path; without one, no value. */
    FIRST_PATH(ARRIVE, Unit.PEOPLE, Figure::firstPath),
    /** Users with at least one active event in the period, each counted once: DAU, WAU or MAU by its length. */
    ACTIVE_PEOPLE(USE, Unit.PEOPLE, c -> count(c, Count.ACTIVE_PEOPLE)),
    /** Mean DAU over the period ÷ the period's active users; of a single day it would always be 1, so it has none. */
    STICKINESS(USE, Unit.SHARE, Figure::stickiness),
    /** Sessions that start in the period. */
    SESSIONS(USE, Unit.COUNT, c -> count(c, Count.SESSIONS)),
    /** Mean length of the sessions that start in the period, in seconds, from first to last event. */
    SESSION_LENGTH(USE, Unit.SECONDS, c -> ratio(c.of(Count.SESSION_MILLIS) / 1000.0, c.of(Count.SESSIONS))),
    /** Share of the period's sessions without a {@code crash}; no value before the app ever sent one. */
    CRASH_FREE_SESSIONS(USE, Unit.SHARE, Figure::crashFree),
    /** Mean of {@code fps} over the events of the period that say it. */
    FRAME_RATE(
            USE,
            Unit.NUMBER,
            c -> ratio(c.of(Count.FRAME_RATES) / AppPerformance.MILLIONTHS, c.of(Count.FRAME_SAMPLES))),
    /** Purchases, adverts and subscriptions less refunds, before the store's share. */
    REVENUE(PAY, Unit.MONEY, c -> OptionalDouble.of(c.revenue())),
    PURCHASE_REVENUE(PAY, Unit.MONEY, c -> OptionalDouble.of(c.revenue(RevenueType.PURCHASE))),
    AD_REVENUE(PAY, Unit.MONEY, c -> OptionalDouble.of(c.revenue(RevenueType.AD))),
    SUBSCRIPTION_REVENUE(PAY, Unit.MONEY, c -> OptionalDouble.of(c.revenue(RevenueType.SUBSCRIPTION))),
    /** Money given back, on the day of the refund; positive here, subtracted in {@link #REVENUE}. */
    REFUNDS(PAY, Unit.MONEY, c -> OptionalDouble.of(c.revenue(RevenueType.REFUND))),
    PURCHASES(PAY, Unit.COUNT, c -> count(c, Count.PURCHASES)),
    /** Users with at least one purchase or subscription payment in the period; adverts do not make a payer. */
    PAYERS(PAY, Unit.PEOPLE, c -> count(c, Count.PAYERS)),
    PAYER_SHARE(PAY, Unit.SHARE, c -> ratio(c.of(Count.PAYERS), c.of(Count.ACTIVE_PEOPLE))),
    /** Revenue ÷ active users of the period. */
    ARPU(PAY, Unit.MONEY, c -> ratio(c.revenue(), c.of(Count.ACTIVE_PEOPLE))),
    /** Revenue ÷ the sum of each day's active users. */
    ARPDAU(PAY, Unit.MONEY, c -> ratio(c.revenue(), c.of(Count.PERSON_DAYS))),
    /** Revenue ÷ payers of the period; those are left out all of whose payments lack a rate. */
    ARPPU(PAY, Unit.MONEY, c -> ratio(c.revenue(), c.of(Count.CONVERTED_PAYERS))),
    /** Purchase revenue ÷ purchases; those without a rate are in neither. */
    AOV(PAY, Unit.MONEY, c -> ratio(c.revenue(RevenueType.PURCHASE), c.of(Count.CONVERTED_PURCHASES))),
    /**
     * Of the users new on the day before, the share that was active: day-1 retention by the day on which it shows. Of longer
     * periods all their days together.
     */
    NEXT_DAY(LEAVE, Unit.SHARE, c -> ratio(c.of(Count.CAME_BACK_NEXT_DAY), c.of(Count.NEW_THE_DAY_BEFORE))),
    /** Uninstalls reported by the push service, on the day they happened. */
    UNINSTALLS(LEAVE, Unit.COUNT, c -> count(c, Count.UNINSTALLS)),
    /** Users active in the period before, of equal length, and not in this one (handbook, Lapsed users). */
    GONE_QUIET(LEAVE, Unit.PEOPLE, Figure::goneQuiet);

    /** Part of a user's time with the app to which the metric belongs. */
    public enum Group {
        ARRIVE,
        USE,
        PAY,
        LEAVE
    }

    /** What the figure's number counts. Shares are 0 to 1, money is in units of the app's currency. */
    public enum Unit {
        COUNT,
        PEOPLE,
        SHARE,
        SECONDS,
        NUMBER,
        MONEY
    }

    private final Group group;
    private final Unit unit;
    private final Function<PeriodCounts, OptionalDouble> formula;

    Figure(Group group, Unit unit, Function<PeriodCounts, OptionalDouble> formula) {
        this.group = group;
        this.unit = unit;
        this.formula = formula;
    }

    public Group group() {
        return group;
    }

    public Unit unit() {
        return unit;
    }

    /** Whether more of it is worse. */
    public boolean isWorseAbove() {
        return this == REFUNDS || this == UNINSTALLS || this == GONE_QUIET;
    }

    OptionalDouble of(PeriodCounts counts) {
        return formula.apply(counts);
    }

    private static OptionalDouble stickiness(PeriodCounts counts) {
        return counts.days() < 2
                ? OptionalDouble.empty()
                : ratio(counts.of(Count.PERSON_DAYS) / (double) counts.days(), counts.of(Count.ACTIVE_PEOPLE));
    }

    private static OptionalDouble firstPath(PeriodCounts counts) {
        return counts.knowsFirstPath() ? count(counts, Count.FIRST_PATHS) : OptionalDouble.empty();
    }

    private static OptionalDouble crashFree(PeriodCounts counts) {
        return counts.knowsCrashes()
                ? ratio(counts.of(Count.CRASH_FREE_SESSIONS), counts.of(Count.SESSIONS))
                : OptionalDouble.empty();
    }

    private static OptionalDouble goneQuiet(PeriodCounts counts) {
        return counts.knowsBefore() ? count(counts, Count.GONE_QUIET) : OptionalDouble.empty();
    }

    private static OptionalDouble count(PeriodCounts counts, Count count) {
        return OptionalDouble.of(counts.of(count));
    }

    private static OptionalDouble ratio(double over, long under) {
        return under == 0 ? OptionalDouble.empty() : OptionalDouble.of(over / under);
    }
}
