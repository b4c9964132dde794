package coldtide.core.funnel;

import java.time.Duration;
import java.util.Arrays;

/**
 * Steps in order or back to back, with all that may be said about what lies between. From an entry it is found forward which events
 * can be which step, and backward from the deepest which of them lead there; then the way is taken step by step. What a step says of
 * the time and of what must not happen since the step before it holds for the last step that was done. Each event asks whether
 * there is one before it in a stretch of the trail, which sums tell at once; so an entry costs the events in its window times the
 * steps they may be times the optional steps before those, and a trail its entries times that.
 */
final class ExactMatcher extends Matcher {
    private final boolean backToBack;
    private final long[] least;
    private final long[] most;
    /** By step, how many steps before it may be left out. */
    private final int[] optionalBefore;

    private int entry;
    private int end;
    /** By step and place since the entry: from which place on the step before may lie, and before which. */
    private int[][] low;

    private int[][] high;
    /** By step and place: how many events before the place can be the step. */
    private int[][] reached;
    /** By step and place: whether it leads on to the deepest step. */
    private boolean[][] leads;

    private int room;

    ExactMatcher(FunnelQuestion question) {
        super(question);
        backToBack = question.order() == Order.BACK_TO_BACK;
        least = new long[steps];
        most = new long[steps];
        optionalBefore = new int[steps];
        for (int step = 0; step < steps; step++) {
            FunnelStep its = question.steps().get(step);
            least[step] = its.least().toMillis();
            most[step] = its.most().map(Duration::toMillis).orElse(window);
            optionalBefore[step] =
                    step > 0 && question.steps().get(step - 1).optional() ? optionalBefore[step - 1] + 1 : 0;
        }
        makeRoom(64);
    }

    private void makeRoom(int places) {
        if (places > room) {
            room = Math.max(places, 2 * room);
            low = new int[steps][room];
            high = new int[steps][room];
            reached = new int[steps][room + 1];
            leads = new boolean[steps][room];
        }
    }

    @Override
    void from(Trail trail, int itsEntry, int itsEnd, Match into) {
        entry = itsEntry;
        end = trail.endWithin(entry, itsEnd, window);
        makeRoom(end - entry);
        into.clear();
        into.entry = entry;
        into.deepest = forward(trail);
        backward(into.deepest);
        take(into);
    }

    /** Which events can be which step; gives the deepest step that one can be. */
    private int forward(Trail trail) {
        int size = end - entry;
        Arrays.fill(reached[0], 1, size + 1, 1);
        reached[0][0] = 0;
        int deepest = 0;
        for (int step = 1; step < steps; step++) {
            between(trail, step);
            int[] count = reached[step];
            count[0] = 0;
            for (int place = 0; place < size; place++) {
                boolean can = low[step][place] < high[step][place] && follows(step, place);
                count[place + 1] = count[place] + (can ? 1 : 0);
            }
            deepest = count[size] > 0 ? step : deepest;
        }
        return deepest;
    }

    /** For each event that may be a step, where the step before it may lie; nowhere for others. */
    private void between(Trail trail, int step) {
        int forbidden = 0;
        int from = 0;
        int to = 0;
        for (int place = 0; place < end - entry; place++) {
            int at = entry + place;
            low[step][place] = 0;
            high[step][place] = 0;
            if (trail.is(at, step) && trail.held[at] == trail.held[entry]) {
                while (trail.time[at] - trail.time[entry + from] > most[step]) {
                    from++;
                }
                while (to < place && trail.time[at] - trail.time[entry + to] >= least[step]) {
                    to++;
                }
                low[step][place] = Math.max(from, forbidden);
                high[step][place] = to;
            }
            // What is forbidden may be the step before itself, but not lie after it.
            if (backToBack && trail.active[at] || (trail.forbids[at] >>> step & 1) != 0) {
                forbidden = place;
            }
        }
    }

    private boolean follows(int step, int place) {
        for (int before = step - 1; before >= step - 1 - optionalBefore[step]; before--) {
            if (reached[before][high[step][place]] > reached[before][low[step][place]]) {
                return true;
            }
        }
        return false;
    }

    private boolean can(int step, int place) {
        return reached[step][place + 1] > reached[step][place];
    }

    /** Which of them lead to the deepest: those in a stretch before one that does. */
    private void backward(int deepest) {
        int size = end - entry;
        int[][] from = new int[deepest + 1][size + 1];
        for (int step = deepest; step >= 0; step--) {
            int lying = 0;
            for (int place = 0; place < size; place++) {
                lying += from[step][place];
                leads[step][place] = can(step, place) && (step == deepest || lying > 0);
            }
            for (int place = 0; place < size; place++) {
                for (int before = step - 1; leads[step][place] && before >= step - 1 - optionalBefore[step]; before--) {
                    if (before >= 0) {
                        from[before][low[step][place]]++;
                        from[before][high[step][place]]--;
                    }
                }
            }
        }
    }

    private void take(Match into) {
        int step = 0;
        int place = 0;
        into.at[0] = entry;
        while (step < into.deepest) {
            int next = step + 1;
            int found = earliest(next, place);
            while (found == Match.NONE) {
                found = earliest(++next, place);
            }
            step = next;
            place = found;
            into.at[step] = entry + place;
        }
    }

    /** The earliest event that can be a step after one that was taken, and leads on. */
    private int earliest(int step, int after) {
        for (int place = after + 1; place < end - entry; place++) {
            if (leads[step][place] && low[step][place] <= after && after < high[step][place]) {
                return place;
            }
        }
        return Match.NONE;
    }
}
