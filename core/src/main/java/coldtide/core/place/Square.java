package coldtide.core.place;

import coldtide.core.stats.Difference;
import coldtide.core.stats.PercentileInterval;
import coldtide.core.stats.RatioOfSums;
import coldtide.core.stats.Share;
import it.unimi.dsi.fastutil.doubles.DoubleArrayList;
import java.util.Arrays;
import java.util.Optional;

/** Counts of one square on one side of a comparison. */
final class Square {
    private static final double Z = 1.96;

    private long people;
    private long events;
    /** Events of those who were here, 1 for each of them under it. */
    private final RatioOfSums each = new RatioOfSums();
    /** Sums of the property over how many values. */
    private final RatioOfSums mean = new RatioOfSums();

    private final DoubleArrayList values = new DoubleArrayList();

    /** One user, after all that they did here. */
    void add(int howOften, double sum, int howMany) {
        people++;
        events += howOften;
        each.add(howOften, 1);
        if (howMany > 0) {
            mean.add(sum, howMany);
        }
    }

    void addValue(double value) {
        values.add(value);
    }

    void add(Square other) {
        people += other.people;
        events += other.events;
        each.add(other.each);
        mean.add(other.mean);
        values.addAll(other.values);
    }

    /** How many users a value rests on. */
    long people(PlaceMeasure measure) {
        return measure.isOfProperty() ? mean.people() : people;
    }

    PlaceAnswer.Seen seen(PlaceQuestion question, long onLevel) {
        return switch (question.measure()) {
            case PEOPLE -> {
                Share share = Share.of(people, onLevel);
                yield seen(share.value(), share.low(), share.high());
            }
            case EVENTS -> seen(ofEverybody(onLevel));
            case MEAN -> seen(mean);
            case PERCENTILE -> {
                PercentileInterval of = percentile(question);
                yield seen(of.value(), of.low(), of.high());
            }
        };
    }

    private PlaceAnswer.Seen seen(RatioOfSums ratio) {
        double half = Z * ratio.standardError();
        return seen(ratio.value(), ratio.value() - half, ratio.value() + half);
    }

    private PlaceAnswer.Seen seen(double value, double low, double high) {
        return new PlaceAnswer.Seen(true, people, events, value, low, high);
    }

    /** Users on the level who never entered this square count with zero events. */
    private RatioOfSums ofEverybody(long onLevel) {
        RatioOfSums all = new RatioOfSums();
        all.add(each);
        all.addNone(onLevel - people);
        return all;
    }

    private PercentileInterval percentile(PlaceQuestion question) {
        double[] sorted = values.toDoubleArray();
        Arrays.sort(sorted);
        return PercentileInterval.of(sorted, question.percent() / 100.0, mean.people());
    }

    /** @param onLevel how many were on the level, of this side and of the other */
    Optional<Difference> less(Square other, PlaceQuestion question, long onLevel, long othersOnLevel) {
        Difference difference = switch (question.measure()) {
            case PEOPLE -> Difference.of(Share.of(people, onLevel), Share.of(other.people, othersOnLevel));
            case EVENTS -> Difference.of(ofEverybody(onLevel), other.ofEverybody(othersOnLevel));
            case MEAN -> Difference.of(mean, other.mean);
            case PERCENTILE -> percentile(question).less(other.percentile(question));
        };
        return Optional.of(difference).filter(of -> !Double.isNaN(of.low()));
    }
}
