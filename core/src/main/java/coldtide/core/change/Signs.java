package coldtide.core.change;

import coldtide.core.log.LogSettings;
import coldtide.core.who.Having;
import java.util.Arrays;
import java.util.Optional;
import java.util.Set;
import java.util.stream.IntStream;

/**
 * What was seen of an incident, and the kind of cause that it speaks for (handbook §10).
 *
 * @param settled of adverts, what the network paid for
 * @param course of what fell, by day of the log
 * @param contrast of those on the release it is linked to against those who are not
 * @param from its first day
 * @param to the day after its last
 * @param peak whether more than usual came just before, of something that tells how many
 */
record Signs(
        Inside.Found inside,
        Optional<Mixed> mixed,
        Optional<Arrived> arrived,
        Optional<Worth> worth,
        Optional<Settled> settled,
        Incident.Course course,
        Change contrast,
        int from,
        int to,
        boolean peak) {
    /** Properties of who sends: what is lost on the way is lost for these, not for a country or a channel. */
    private static final Set<String> OF_SENDER = Set.of("platform", "os_version", "device_model", "gpu", "ram_gb");
    /** What moved by so much is nearly gone. */
    private static final double NEARLY_GONE = -0.75;
    /** One that moved by less than this carries on. */
    private static final double CARRIES_ON = 0.15;
    /** A day unlike others lasts no longer than this, with what follows it. */
    private static final int SHORT = 4;

    private static final double MORE_CRASHES = 0.2;
    private static final int WEEK = 7;

    Kind kind(Drop lead) {
        if (isSettled(Settled.Verdict.RECORD_LOST)) {
            return Kind.LOST_TRACKING;
        }
        return lead.slice().isEmpty() ? ofEverybody() : ofSlice(lead);
    }

    private boolean isSettled(Settled.Verdict verdict) {
        return settled.filter(of -> of.verdict() == verdict).isPresent();
    }

    private Kind ofEverybody() {
        if (mixed.filter(Mixed::explains).isPresent() || arrived.isPresent()) {
            return Kind.MIX;
        }
        return to - from <= SHORT && peak ? Kind.CALENDAR : Kind.UNEXPLAINED;
    }

    private Kind ofSlice(Drop lead) {
        Rate rate = Rate.of(lead.figure());
        if (rate == Rate.ADVERTS && isLost(lead) && !isSettled(Settled.Verdict.FELL_TOO)) {
            return Kind.LOST_TRACKING;
        }
        if (worth.filter(Worth::isOtherwise).isPresent()) {
            return Kind.PRICE;
        }
        if (isWorse()) {
            return Kind.PRODUCT_FAULT;
        }
        boolean goOn = isOfPaymentsAlone(lead) || inside.events().stream().anyMatch(Signs::carriesOn);
        return rate == Rate.PURCHASES && goOn ? Kind.PAYMENT : Kind.UNEXPLAINED;
    }

    /** A currency is of payments and of no people, so nothing else can be asked of those who have it. */
    static boolean isOfPaymentsAlone(Drop lead) {
        return !lead.slice().isEmpty()
                && lead.slice().stream().allMatch(having -> having.property().equals(SliceRows.CURRENCY));
    }

    /** What is paid by is nearly gone for some senders, in some week or of those on a release, and most of what they do otherwise goes on as ever. */
    private boolean isLost(Drop lead) {
        boolean ofSender = lead.slice().stream().map(Having::property).allMatch(OF_SENDER::contains);
        long told = inside.events().stream()
                .filter(event -> event.change().isKnown())
                .count();
        long on = inside.events().stream().filter(Signs::carriesOn).count();
        boolean gone = lowestWeek() < NEARLY_GONE || contrast.isKnown() && contrast.part() < NEARLY_GONE;
        return ofSender && gone && 2 * on > told;
    }

    /** By which part the lowest seven days of a fall lie below what was to be expected; those of a rollout are only beginning. */
    private double lowestWeek() {
        return IntStream.rangeClosed(from, Math.max(from, to - WEEK))
                .mapToDouble(day -> sum(course.actual(), day, Math.min(to, day + WEEK))
                                / sum(course.expected(), day, Math.min(to, day + WEEK))
                        - 1)
                .min()
                .orElse(0);
    }

    private static double sum(double[] days, int from, int to) {
        return Arrays.stream(days, from, to).sum();
    }

    private static boolean carriesOn(EventChange event) {
        return event.change().isKnown() && Math.abs(event.change().part()) < CARRIES_ON;
    }

    private boolean isWorse() {
        return inside.performance().stream().anyMatch(PerformanceChange::isWorse)
                || inside.events().stream()
                        .anyMatch(event -> event.event().equals(LogSettings.CRASH_EVENT)
                                && event.change().low() > MORE_CRASHES);
    }
}
