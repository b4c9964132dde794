package coldtide.core.funnel.match;

import static org.assertj.core.api.Assertions.assertThat;

import coldtide.core.funnel.NaiveMatcher;
import coldtide.core.funnel.RandomTrail;
import java.util.Arrays;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Every matcher against trying all ways, on small histories by the hundred thousand. */
class MatcherTest {
    private static final int HISTORIES = 150_000;
    /** So many histories are asked the same question. */
    private static final int EACH = 50;

    @ParameterizedTest
    @CsvSource({
        "1,IN_ORDER,true",
        "2,IN_ORDER,false",
        "3,BACK_TO_BACK,false",
        "4,ANY_ORDER,true",
        "5,ANY_ORDER,false",
        "6,IN_ORDER,false",
        "7,BACK_TO_BACK,true"
    })
    void theBestAttemptIsTheReferences(long seed, Order order, boolean plain) {
        RandomTrail random = new RandomTrail(seed);
        EventSequence trail = new EventSequence();
        int deep = 0;
        int left = 0;
        for (int i = 0; i < HISTORIES / EACH; i++) {
            FunnelQuestion question = random.question(order, plain);
            Matcher matcher = Matcher.of(question);
            Match best = new Match(question.steps().size());
            for (int j = 0; j < EACH; j++) {
                random.fill(trail, question);
                best(matcher, trail, best);
                int[] expected = NaiveMatcher.best(question, trail);
                assertSame(best, expected, question, trail);
                deep += best.deepest > 1 ? 1 : 0;
                left += leavesOut(best) ? 1 : 0;
            }
        }
        assertThat(deep).isGreaterThan(HISTORIES / 50);
        assertThat(left > HISTORIES / 500).isEqualTo(!plain);
    }

    /** As a trail is read: one event after another until it is enough, without those that are taken back. */
    private static void best(Matcher matcher, EventSequence trail, Match best) {
        EventSequence read = new EventSequence();
        matcher.begin();
        boolean enough = false;
        for (int at = 0; at < trail.size && !enough; at++) {
            read.add(
                    trail.time[at],
                    trail.steps[at],
                    trail.forbids[at],
                    trail.held[at],
                    trail.canEnter[at],
                    false,
                    trail.active[at],
                    trail.row[at]);
            enough = matcher.isEnough(read);
        }
        matcher.best(read, best);
        for (int step = 0; step < best.at.length; step++) {
            best.at[step] = best.reached(step) ? read.row[best.at[step]] : Match.NONE;
        }
    }

    private static boolean leavesOut(Match match) {
        for (int step = 0; step < match.deepest; step++) {
            if (!match.reached(step)) {
                return true;
            }
        }
        return false;
    }

    /** Where nothing is said of what lies between steps, going from step to step finds the same. */
    @ParameterizedTest
    @CsvSource({"11", "12"})
    void leapsAreTheReferences(long seed) {
        RandomTrail random = new RandomTrail(seed);
        EventSequence trail = new EventSequence();
        int deep = 0;
        for (int i = 0; i < HISTORIES / EACH; i++) {
            FunnelQuestion question = random.question(Order.IN_ORDER, true);
            EarliestStepMatcher leaps = new EarliestStepMatcher(question, new OnTrail(trail));
            Match match = new Match(question.steps().size());
            for (int j = 0; j < EACH; j++) {
                random.fill(trail, question);
                leaps.best(0, trail.size, trail.size, Long.MAX_VALUE);
                take(leaps, match);
                assertSame(match, NaiveMatcher.best(question, trail), question, trail);
                deep += match.deepest > 1 ? 1 : 0;
            }
        }
        assertThat(deep).isGreaterThan(HISTORIES / 50);
    }

    private static void take(EarliestStepMatcher leaps, Match match) {
        match.clear();
        match.deepest = leaps.deepest();
        for (int step = 0; step <= match.deepest; step++) {
            match.at[step] = leaps.row(step);
        }
    }

    private record OnTrail(EventSequence trail) implements EarliestStepMatcher.Rows {
        @Override
        public int next(int step, int from, int to) {
            int at = from;
            while (at < to && !(step == 0 ? trail.isEntry(at, 0) : trail.is(at, step))) {
                at++;
            }
            return at;
        }

        @Override
        public long time(int row) {
            return trail.time[row];
        }
    }

    /** Attempts one after another: each from its entry to the next. */
    @ParameterizedTest
    @CsvSource({"21,IN_ORDER,true", "22,IN_ORDER,false", "23,BACK_TO_BACK,false"})
    void attemptsAreTheReferences(long seed, Order order, boolean plain) {
        RandomTrail random = new RandomTrail(seed);
        EventSequence trail = new EventSequence();
        for (int i = 0; i < HISTORIES / EACH / 3; i++) {
            FunnelQuestion question = random.question(order, plain);
            Matcher matcher = Matcher.of(question);
            Match one = new Match(question.steps().size());
            for (int j = 0; j < EACH; j++) {
                random.fill(trail, question);
                for (int entry = 0; entry < trail.size; entry++) {
                    if (matcher.isEntry(trail, entry)) {
                        int end = Matcher.endOfAttempt(trail, entry);
                        matcher.from(trail, entry, end, one);
                        assertSame(one, NaiveMatcher.attempt(question, trail, entry, end), question, trail);
                    }
                }
            }
        }
    }

    private static void assertSame(Match match, int[] expected, FunnelQuestion question, EventSequence trail) {
        int[] at = expected == null ? new int[match.at.length] : expected;
        if (expected == null) {
            Arrays.fill(at, Match.NONE);
        }
        if (!Arrays.equals(match.at, at) || match.deepest != NaiveMatcher.deepest(at)) {
            assertThat(match.at)
                    .as(
                            "%s over %s at %s, entries %s, held %s, active %s, forbidding %s",
                            question.order() + " " + question.steps() + " within " + question.window(),
                            Arrays.toString(Arrays.copyOf(trail.steps, trail.size)),
                            Arrays.toString(Arrays.copyOf(trail.time, trail.size)),
                            Arrays.toString(Arrays.copyOf(trail.canEnter, trail.size)),
                            Arrays.toString(Arrays.copyOf(trail.held, trail.size)),
                            Arrays.toString(Arrays.copyOf(trail.active, trail.size)),
                            Arrays.toString(Arrays.copyOf(trail.forbids, trail.size)))
                    .isEqualTo(at);
        }
    }
}
