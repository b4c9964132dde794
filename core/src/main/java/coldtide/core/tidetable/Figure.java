package coldtide.core.tidetable;

import static coldtide.core.tidetable.Figure.Group.ARRIVE;
import static coldtide.core.tidetable.Figure.Group.LEAVE;
import static coldtide.core.tidetable.Figure.Group.PAY;
import static coldtide.core.tidetable.Figure.Group.USE;

import coldtide.core.log.RevenueType;
import java.util.OptionalDouble;

/** A headline figure of one period. A figure whose divisor is zero has no value: never 0, never infinity. */
public enum Figure {
    /** First events of installs. */
    INSTALLS(ARRIVE, Unit.COUNT) {
        @Override
        OptionalDouble of(PeriodCounts c) {
            return count(c, Count.INSTALLS);
        }
    },
    /** First events of people: a second device of a known account is an install but no new person. */
    NEW_PEOPLE(ARRIVE, Unit.PEOPLE) {
        @Override
        OptionalDouble of(PeriodCounts c) {
            return count(c, Count.NEW_PEOPLE);
        }
    },
    /** People with at least one active event in the period, each counted once: DAU, WAU or MAU by its length. */
    ACTIVE_PEOPLE(USE, Unit.PEOPLE) {
        @Override
        OptionalDouble of(PeriodCounts c) {
            return count(c, Count.ACTIVE_PEOPLE);
        }
    },
    /** Mean DAU over the period ÷ the period's active people; of a single day it would always be 1, so it has none. */
    STICKINESS(USE, Unit.SHARE) {
        @Override
        OptionalDouble of(PeriodCounts c) {
            return c.days() < 2
                    ? OptionalDouble.empty()
                    : ratio(c.of(Count.PERSON_DAYS) / (double) c.days(), c.of(Count.ACTIVE_PEOPLE));
        }
    },
    /** Sessions that start in the period. */
    SESSIONS(USE, Unit.COUNT) {
        @Override
        OptionalDouble of(PeriodCounts c) {
            return count(c, Count.SESSIONS);
        }
    },
    /** Mean length of the sessions that start in the period, in seconds, from first to last event. */
    SESSION_LENGTH(USE, Unit.SECONDS) {
        @Override
        OptionalDouble of(PeriodCounts c) {
            return ratio(c.of(Count.SESSION_MILLIS) / 1000.0, c.of(Count.SESSIONS));
        }
    },
    /** Purchases, adverts and subscriptions less refunds, before the store's share. */
    REVENUE(PAY, Unit.MONEY) {
        @Override
        OptionalDouble of(PeriodCounts c) {
            return OptionalDouble.of(c.revenue());
        }
    },
    PURCHASE_REVENUE(PAY, Unit.MONEY) {
        @Override
        OptionalDouble of(PeriodCounts c) {
            return OptionalDouble.of(c.revenue(RevenueType.PURCHASE));
        }
    },
    AD_REVENUE(PAY, Unit.MONEY) {
        @Override
        OptionalDouble of(PeriodCounts c) {
            return OptionalDouble.of(c.revenue(RevenueType.AD));
        }
    },
    SUBSCRIPTION_REVENUE(PAY, Unit.MONEY) {
        @Override
        OptionalDouble of(PeriodCounts c) {
            return OptionalDouble.of(c.revenue(RevenueType.SUBSCRIPTION));
        }
    },
    /** Money given back, on the day of the refund; positive here, subtracted in {@link #REVENUE}. */
    REFUNDS(PAY, Unit.MONEY) {
        @Override
        OptionalDouble of(PeriodCounts c) {
            return OptionalDouble.of(c.revenue(RevenueType.REFUND));
        }
    },
    PURCHASES(PAY, Unit.COUNT) {
        @Override
        OptionalDouble of(PeriodCounts c) {
            return count(c, Count.PURCHASES);
        }
    },
    /** People with at least one purchase or subscription payment in the period; adverts do not make a payer. */
    PAYERS(PAY, Unit.PEOPLE) {
        @Override
        OptionalDouble of(PeriodCounts c) {
            return count(c, Count.PAYERS);
        }
    },
    PAYER_SHARE(PAY, Unit.SHARE) {
        @Override
        OptionalDouble of(PeriodCounts c) {
            return ratio(c.of(Count.PAYERS), c.of(Count.ACTIVE_PEOPLE));
        }
    },
    /** Revenue ÷ active people of the period. */
    ARPU(PAY, Unit.MONEY) {
        @Override
        OptionalDouble of(PeriodCounts c) {
            return ratio(c.revenue(), c.of(Count.ACTIVE_PEOPLE));
        }
    },
    /** Revenue ÷ payers of the period. */
    ARPPU(PAY, Unit.MONEY) {
        @Override
        OptionalDouble of(PeriodCounts c) {
            return ratio(c.revenue(), c.of(Count.PAYERS));
        }
    },
    /** Purchase revenue ÷ purchases. */
    AOV(PAY, Unit.MONEY) {
        @Override
        OptionalDouble of(PeriodCounts c) {
            return ratio(c.revenue(RevenueType.PURCHASE), c.of(Count.PURCHASES));
        }
    },
    /** Uninstalls reported by the push service, on the day they happened. */
    UNINSTALLS(LEAVE, Unit.COUNT) {
        @Override
        OptionalDouble of(PeriodCounts c) {
            return count(c, Count.UNINSTALLS);
        }
    };

    /** Where in a person's time with the app the figure belongs. */
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
        MONEY
    }

    private final Group group;
    private final Unit unit;

    Figure(Group group, Unit unit) {
        this.group = group;
        this.unit = unit;
    }

    public Group group() {
        return group;
    }

    public Unit unit() {
        return unit;
    }

    abstract OptionalDouble of(PeriodCounts counts);

    private static OptionalDouble count(PeriodCounts counts, Count count) {
        return OptionalDouble.of(counts.of(count));
    }

    private static OptionalDouble ratio(double over, long under) {
        return under == 0 ? OptionalDouble.empty() : OptionalDouble.of(over / under);
    }
}
