package coldtide.server.anomaly;

import coldtide.core.anomaly.Changes;
import coldtide.server.engine.QueryService.Asked;
import java.time.LocalDate;
import java.util.Comparator;
import java.util.List;

/**
 * Everything sudden.
 *
 * @param from the first day of the app's whole time, with which courses begin
 * @param fullDaysEnd the day after the last that has fully passed
 * @param isLearning whether the app is too young for any band
 * @param incidents the newest first
 */
record ChangesView(
        String currency, LocalDate from, LocalDate fullDaysEnd, boolean isLearning, List<IncidentView> incidents) {
    static ChangesView of(Asked asked, Changes changes) {
        return new ChangesView(
                asked.app().currency(),
                asked.log().firstDay(),
                asked.log().endOfFullDays(),
                changes.bands().isEmpty(),
                changes.incidents().stream().map(IncidentView::of).toList());
    }

    /** Only some of it. */
    ChangesView with(List<IncidentView> some) {
        return new ChangesView(currency, from, fullDaysEnd, isLearning, some);
    }

    /** The incident, of these, that another of an earlier answer is most likely: of the same days, figure first, then slice. */
    List<IncidentView> again(IncidentView before) {
        return incidents.stream()
                .filter(each -> each.overlaps(before))
                .filter(each -> each.likeness(before) > 0)
                .max(Comparator.comparingInt(each -> each.likeness(before)))
                .stream()
                .toList();
    }
}
