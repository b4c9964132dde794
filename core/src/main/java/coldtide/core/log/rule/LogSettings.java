package coldtide.core.log.rule;

import static java.util.Objects.requireNonNull;

import coldtide.core.time.ReportingCalendar;
import java.time.Duration;
import java.util.Set;
import java.util.TreeSet;

/**
 * Settings of an app that events are read by: time zone, currency, session gap, activity.
 *
 * @param calendar reporting days
 * @param sessionGap a longer silence ends a session; 1 to 240 minutes
 * @param passiveEvents names of events that a user does not do: they are not activity and no part of a session
 * @param uninstallEvent name of the event by which a push service reports an uninstall
 * @param rates the app's currency and the rates into it
 */
public record LogSettings(
        ReportingCalendar calendar,
        Duration sessionGap,
        Set<String> passiveEvents,
        String uninstallEvent,
        ExchangeRates rates) {
    /** Common practice, no source. */
    public static final Duration USUAL_SESSION_GAP = Duration.ofMinutes(30);

    public static final String USUAL_UNINSTALL_EVENT = "uninstall_detected";
    /** Name of the event by which crashes are sent. */
    public static final String CRASH_EVENT = "crash";

    public static final Set<String> USUAL_PASSIVE_EVENTS = Set.of("push_received", USUAL_UNINSTALL_EVENT);

    public LogSettings {
        requireNonNull(calendar, "calendar");
        requireNonNull(uninstallEvent, "uninstallEvent");
        requireNonNull(rates, "rates");
        passiveEvents = Set.copyOf(passiveEvents);
        if (sessionGap.compareTo(Duration.ofMinutes(1)) < 0 || sessionGap.compareTo(Duration.ofMinutes(240)) > 0) {
            throw new IllegalArgumentException(
                    "The session gap must be from 1 to 240 minutes, not " + sessionGap.toSeconds() + " seconds.");
        }
    }

    /** The usual gap and passive events. */
    public static LogSettings usual(ReportingCalendar calendar, ExchangeRates rates) {
        return new LogSettings(calendar, USUAL_SESSION_GAP, USUAL_PASSIVE_EVENTS, USUAL_UNINSTALL_EVENT, rates);
    }

    /** Everything in it as one text: equal texts, equal settings. */
    public String fingerprint() {
        return String.join(
                "\n",
                calendar.zone().getId(),
                sessionGap.toString(),
                new TreeSet<>(passiveEvents).toString(),
                uninstallEvent,
                rates.fingerprint());
    }
}
