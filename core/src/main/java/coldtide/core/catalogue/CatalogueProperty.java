package coldtide.core.catalogue;

import java.time.LocalDate;
import java.util.List;
import java.util.Optional;

/**
 * A property in the event catalogue: how often it occurs, its values and types.
 *
 * @param events how many events of the range have it
 * @param texts how many of these came with a text, {@code numbers} with a number
 * @param withEvents the events that have it in the range, those with most of it first
 * @param distinct how many different values there are in the range; about, if {@code sampled}
 * @param sampled whether there are more values than were counted one by one
 * @param examples the most frequent values; of those in the sample, if {@code sampled}
 * @param bounds of the numbers
 * @param firstSeen and {@code lastSeen}: the first and the last day with it in the whole log
 */
public record CatalogueProperty(
        String name,
        long events,
        long texts,
        long numbers,
        List<Frequency> withEvents,
        long distinct,
        boolean sampled,
        List<Frequency> examples,
        Optional<NumberBounds> bounds,
        LocalDate firstSeen,
        LocalDate lastSeen) {
    public CatalogueProperty {
        withEvents = List.copyOf(withEvents);
        examples = List.copyOf(examples);
    }

    /** An event or a value, and how often. */
    public record Frequency(String of, long count) {}

    /** The least and the greatest number. */
    public record NumberBounds(double least, double greatest) {}

    /** Whether it comes as number and as text. */
    public boolean isMixed() {
        return texts > 0 && numbers > 0;
    }
}
