package coldtide.server.anomaly;

import coldtide.core.filter.value.PropertyValue;
import coldtide.server.anomaly.IncidentView.ChangeView;
import java.util.List;
import java.util.Locale;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/** Text of an alert: what dropped, the figures, and a link. */
record AlertWords(String title, String words) {
    /** @param app its name, and the key by which its pages are found */
    static AlertWords of(String appName, String appKey, IncidentView incident) {
        String title = appName + ": " + what(incident);
        StringBuilder words = new StringBuilder(what(incident)).append(".\n");
        Stream.concat(
                        incident.drops().stream().map(IncidentView.DropView::change),
                        incident.chosen().stream().map(IncidentView.ChosenFallView::change))
                .limit(1)
                .filter(change -> change.part() != null && change.low() != null && change.high() != null)
                .forEach(change ->
                        words.append("By ").append(within(change)).append(", ").append("95 % interval.\n"));
        words.append("From ")
                .append(incident.days().from())
                .append(until(incident))
                .append(".\n");
        words.append("Kind of cause: ").append(lower(incident.kind().name())).append(".\n");
        if (incident.blamed() != null) {
            words.append("After release ")
                    .append(incident.blamed().version())
                    .append(" on ")
                    .append(incident.blamed().platform())
                    .append(".\n");
        }
        words.append("Read on at /a/").append(appKey).append("/cases\n");
        return new AlertWords(title, words.toString());
    }

    /** A drop that ended on the bad side has not recovered. */
    private static String until(IncidentView incident) {
        if (!incident.isOver() && incident.since().part() == null) {
            return ", going on";
        }
        return " to " + incident.days().to().minusDays(1) + (incident.isOver() ? ", over" : ", not back");
    }

    private static String what(IncidentView incident) {
        if (incident.drops().isEmpty()) {
            return incident.outage() != null
                    ? "events stopped arriving"
                    : chosen(incident.chosen().get(0));
        }
        IncidentView.DropView lead = incident.drops().get(0);
        return lower(lead.figure().name()) + of(lead.slice()) + (lead.isWorseAbove() ? " rose" : " fell");
    }

    private static String chosen(IncidentView.ChosenFallView fall) {
        String what = fall.figure() == null ? "" : lower(fall.figure().name()) + " of ";
        return what + "\"" + fall.name() + "\"" + (fall.isWorseAbove() ? " rose" : " fell");
    }

    private static String of(List<PropertyValue> slice) {
        return slice.isEmpty()
                ? ""
                : slice.stream()
                        .map(having -> having.property() + " " + having.value())
                        .collect(Collectors.joining(", ", " of ", ""));
    }

    private static String within(ChangeView change) {
        return String.format(
                Locale.ROOT, "%+.1f %% (%+.1f to %+.1f)", 100 * change.part(), 100 * change.low(), 100 * change.high());
    }

    private static String lower(String name) {
        return name.toLowerCase(Locale.ROOT).replace('_', ' ');
    }
}
