package coldtide.core.change;

import coldtide.core.change.SpanTable.Table;
import coldtide.core.who.Having;
import coldtide.core.who.Profiles;
import java.util.Comparator;
import java.util.Optional;
import java.util.stream.IntStream;

/**
 * More people arriving, and the value that most of the others have: so many more will leave soon, nobody behaving otherwise.
 *
 * @param having the value that most of the rise has
 * @param before new people a day
 * @param after the same after
 * @param part of the rise, how much of it has that value; more than 1 where others came less
 */
public record Arrived(Having having, double before, double after, double part) {
    private static final double MORE = 0.15;
    private static final double MOST = 0.6;
    private static final double MANY = 0.3;

    /** @param table of a rate that is so much for each new person */
    static Optional<Arrived> of(Table table) {
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
                .mapToObj(value -> new Arrived(
                        profiles.slices().get(value), all[0], all[1], (ofValue[1][value] - ofValue[0][value]) / rise))
                .max(Comparator.comparingDouble(Arrived::part));
    }

    /** Whether that alone is reason for more people to leave. */
    boolean isBurst() {
        return after > (1 + MORE) * before && part > MOST;
    }
}
