package coldtide.core.anomaly.detect;

import coldtide.core.anomaly.counts.Rate;
import coldtide.core.tidetable.Figure;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;

/**
 * Groups drops that belong to one incident, so that each incident is reported once.
 */
public final class IncidentGrouping {
    /** Falls of all users that begin no further apart than this have one cause. */
    private static final int DAYS_APART = 3;

    /** A fall of all users is one slice's if at least this part of it is missing there: else that slice fell beside it. */
    private static final double EXPLAINS = 0.5;

    /** Figures that move with each other. */
    private enum Family {
        ARRIVE,
        USE,
        ADVERTS,
        BUY,
        MONEY;

        static Family of(Figure figure) {
            return switch (figure) {
                case INSTALLS, NEW_PEOPLE, FIRST_PATH, NEXT_DAY -> ARRIVE;
                case ACTIVE_PEOPLE,
                        STICKINESS,
                        SESSIONS,
                        SESSION_LENGTH,
                        CRASH_FREE_SESSIONS,
                        FRAME_RATE,
                        UNINSTALLS,
                        GONE_QUIET -> USE;
                case AD_REVENUE -> ADVERTS;
                case PURCHASES, PURCHASE_REVENUE, PAYERS, PAYER_SHARE, AOV, ARPPU, SUBSCRIPTION_REVENUE, REFUNDS -> BUY;
                case REVENUE, ARPU, ARPDAU -> MONEY;
            };
        }

        boolean movesWith(Family other) {
            return this == other
                    || this == MONEY && (other == ADVERTS || other == BUY)
                    || other == MONEY && (this == ADVERTS || this == BUY);
        }
    }

    private IncidentGrouping() {}

    /** Drops grouped by what belongs together: drops of groups of users first, the most significant of each in front. */
    public static List<List<Drop>> group(List<Drop> drops) {
        List<Drop> order = new ArrayList<>(drops);
        // What fell leads, not those who went for it, nor how the app ran, which is why.
        order.sort(Comparator.comparing((Drop drop) -> drop.slice().isEmpty())
                .thenComparing(drop -> drop.figure().isWorseAbove() || Rate.isOfRunning(drop.figure()))
                .thenComparingDouble(Drop::distance));
        List<List<Drop>> groups = new ArrayList<>();
        for (Drop drop : order) {
            List<Drop> home = groups.stream()
                    .filter(group -> belongs(drop, group))
                    .findFirst()
                    .orElse(null);
            if (home == null) {
                groups.add(new ArrayList<>(List.of(drop)));
            } else {
                home.add(drop);
            }
        }
        return groups;
    }

    private static boolean belongs(Drop drop, List<Drop> group) {
        return group.stream().anyMatch(other -> drop.overlaps(other) && haveOneCause(drop, other));
    }

    private static boolean haveOneCause(Drop drop, Drop other) {
        boolean related = Family.of(drop.figure()).movesWith(Family.of(other.figure()));
        if (drop.slice().equals(other.slice())) {
            return related || !drop.slice().isEmpty() || beginTogether(drop, other);
        }
        return drop.slice().isEmpty() && related && other.ofAll() >= EXPLAINS * drop.ofAll();
    }

    private static boolean beginTogether(Drop drop, Drop other) {
        return Math.abs(ChronoUnit.DAYS.between(drop.days().from(), other.days().from())) <= DAYS_APART;
    }
}
