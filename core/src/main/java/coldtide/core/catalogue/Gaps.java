package coldtide.core.catalogue;

import static coldtide.core.catalogue.EventCatalogue.EARLIER;
import static coldtide.core.catalogue.EventCatalogue.LAST;
import static coldtide.core.catalogue.EventCatalogue.OUTSIDE;
import static coldtide.core.catalogue.EventCatalogue.WINDOWS;

import coldtide.core.catalogue.EventCatalogue.Partial;
import coldtide.core.log.EventLog;
import coldtide.core.log.rule.Release;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.IntStream;

/**
 * Finds where events are missing. What is expected of a sender is its number of active events at the rate by which something else
 * sends: for a new version, earlier ones of its platform; for a sender that stops, itself before. At 30 expected or more and
 * under a twentieth of that sent, chance is out of the question (Poisson: 3 in 10 to the 12th).
 *
 * <p>Only senders in use in the range are looked at. Events that a user does once, at their arrival, cease by themselves where a version gets no new users; a version is not
 * said to fall silent on them.
 */
final class Gaps {
    private static final double LEAST_EXPECTED = 30;
    private static final double MOST_SENT = 0.05;
    private static final double MORE_THAN_ONCE = 1.5;
    private static final int EVER = -1;

    private final EventLog log;
    private final Partial counts;
    private final List<Release> senders;
    private final int names;
    /** Active events by sender and window. */
    private final long[] active;

    Gaps(EventLog log, Partial counts) {
        this.log = log;
        this.counts = counts;
        senders = log.releases();
        names = log.eventNames().size();
        active = new long[senders.size() * WINDOWS];
        for (int i = 0; i < counts.bySender.length; i++) {
            int sender = i / WINDOWS / names;
            active[sender * WINDOWS + i % WINDOWS] += log.isPassive(i / WINDOWS % names) ? 0 : counts.bySender[i];
        }
    }

    List<Gap> of(int name) {
        List<Gap> gaps = new ArrayList<>();
        List<String> platforms =
                senders.stream().map(Release::platform).distinct().sorted().toList();
        for (String platform : platforms) {
            int[] ofPlatform = IntStream.range(0, senders.size())
                    .filter(sender -> senders.get(sender).platform().equals(platform))
                    .toArray();
            for (int sender : inUse(ofPlatform)) {
                if (!lost(name, sender, ofPlatform, gaps)) {
                    never(name, sender, gaps);
                }
            }
            if (!quiet(name, ofPlatform, new Release(platform, ""), gaps) && isOften(name)) {
                for (int sender : ofPlatform) {
                    quiet(name, new int[] {sender}, senders.get(sender), gaps);
                }
            }
        }
        return gaps;
    }

    private int[] inUse(int[] group) {
        return IntStream.of(group)
                .filter(sender -> active(new int[] {sender}, EVER) > active(new int[] {sender}, OUTSIDE))
                .toArray();
    }

    private boolean isOften(int name) {
        int[] all = IntStream.range(0, senders.size()).toArray();
        long inRange = sum(name, all, EVER) - sum(name, all, OUTSIDE);
        return inRange > MORE_THAN_ONCE * counts.people[name];
    }

    private boolean lost(int name, int sender, int[] ofPlatform, List<Gap> gaps) {
        int[] before = IntStream.of(ofPlatform)
                .filter(other -> counts.firstDay[other] < counts.firstDay[sender])
                .toArray();
        return missing(Gap.Kind.LOST, name, sender, before, gaps);
    }

    private void never(int name, int sender, List<Gap> gaps) {
        if (sum(name, new int[] {sender}, EVER) == 0) {
            int[] others = IntStream.range(0, senders.size())
                    .filter(other -> other != sender)
                    .toArray();
            missing(Gap.Kind.NEVER, name, sender, others, gaps);
        }
    }

    private boolean missing(Gap.Kind kind, int name, int sender, int[] others, List<Gap> gaps) {
        int[] itself = {sender};
        double expected = rate(name, others, EVER) * active(itself, EVER);
        return add(kind, senders.get(sender), sum(name, itself, EVER), expected, gaps);
    }

    private boolean quiet(int name, int[] group, Release who, List<Gap> gaps) {
        double expected = rate(name, group, EARLIER) * active(group, LAST);
        return add(Gap.Kind.QUIET, who, sum(name, group, LAST), expected, gaps);
    }

    private static boolean add(Gap.Kind kind, Release who, long sent, double expected, List<Gap> gaps) {
        boolean missing = expected >= LEAST_EXPECTED && sent < MOST_SENT * expected;
        if (missing) {
            gaps.add(new Gap(kind, who.platform(), who.version(), sent, expected));
        }
        return missing;
    }

    /** How often an event comes for each active event; 0 where there is none. */
    private double rate(int name, int[] group, int window) {
        long active = active(group, window);
        return active == 0 ? 0 : (double) sum(name, group, window) / active;
    }

    private long active(int[] group, int window) {
        long sum = 0;
        for (int sender : group) {
            for (int each = 0; each < WINDOWS; each++) {
                sum += window == EVER || window == each ? active[sender * WINDOWS + each] : 0;
            }
        }
        return sum;
    }

    private long sum(int name, int[] group, int window) {
        long sum = 0;
        for (int sender : group) {
            for (int each = 0; each < WINDOWS; each++) {
                sum += window == EVER || window == each ? counts.of(sender, name, each) : 0;
            }
        }
        return sum;
    }
}
