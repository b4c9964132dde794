package coldtide.core.catalogue;

import java.time.LocalDate;
import java.util.List;

/**
 * An event in the event catalogue: how often it occurs, its senders and properties.
 *
 * @param count how often in the range
 * @param people who did it in the range
 * @param byDay how often on each day of the range
 * @param firstSeen and {@code lastSeen}: the first and the last day with it in the whole log
 * @param bySender how often in the range, by sender
 * @param everBySender how often in the whole log, by sender
 * @param gaps where it is missing though it was to be expected
 */
public record CatalogueEvent(
        String name,
        long count,
        long people,
        List<Long> byDay,
        LocalDate firstSeen,
        LocalDate lastSeen,
        List<Long> bySender,
        List<Long> everBySender,
        List<Gap> gaps) {
    public CatalogueEvent {
        byDay = List.copyOf(byDay);
        bySender = List.copyOf(bySender);
        everBySender = List.copyOf(everBySender);
        gaps = List.copyOf(gaps);
    }
}
