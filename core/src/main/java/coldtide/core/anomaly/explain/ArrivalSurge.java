package coldtide.core.anomaly.explain;

import coldtide.core.anomaly.counts.BeforeAfterTable.Table;
import coldtide.core.filter.value.Profiles;
import coldtide.core.filter.value.PropertyValue;
import java.util.Comparator;
import java.util.Optional;
import java.util.stream.IntStream;

/**
 * A rise of new users, and the property value that most of them have. More users will leave soon without any change in behaviour.
 *
 * @param having the value that most of the rise has
 * @param before new users a day
 * @param after the same after
 * @param part of the rise, how much of it has that value; more than 1 where others came less
 */
public record ArrivalSurge(PropertyValue having, double before, double after, double part) {
    private static final double MORE = 0.15;
    private static final double MOST = 0.6;
    private static final double MANY = 0.3;

    /** @param table of a rate that is so much for each new user */
    public static Optional<ArrivalSurge> of(Table table) {
        Profiles profiles = table.profiles();
        double[][] ofValue = new double[2][profiles.slices().size()];
        double[] all = new double[2];
        for (int profile = 0; profile < profiles.size(); profile++) {
            for (int span = 0; span < 2; span++) {
                double people = table.under(profile, span) / table.days(span);
                all[span] += people;
                for (int value : profiles.slices(profile)) {
                    if (value != Profiles.NONE) {
                        ofValue[span][value] += people;
                    }
                }
            }
        }
        double rise = all[1] - all[0];
        // What many had before anyhow, as a platform, is no news.
        return IntStream.range(0, ofValue[0].length)
                .filter(value -> rise > 0 && ofValue[0][value] < MANY * all[0])
                .mapToObj(value -> new ArrivalSurge(
                        profiles.slices().get(value), all[0], all[1], (ofValue[1][value] - ofValue[0][value]) / rise))
                .max(Comparator.comparingDouble(ArrivalSurge::part));
    }

    /** Whether that alone is reason for more users to leave. */
    public boolean isBurst() {
        return after > (1 + MORE) * before && part > MOST;
    }
}
