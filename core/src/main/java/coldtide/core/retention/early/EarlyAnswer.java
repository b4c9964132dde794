package coldtide.core.retention.early;

import coldtide.core.stats.Difference;
import coldtide.core.stats.Share;
import java.util.List;

/**
 * Early behaviours and coming back.
 *
 * @param people who arrived in the range and whose days of return have fully passed
 * @param returned how many of them came back
 * @param open who arrived in the range too late for that; they are in no count
 * @param tests how many behaviours were compared, all corrected together
 * @param ties strongest first
 */
public record EarlyAnswer(long people, long returned, long open, int tests, List<Tie> ties) {
    public EarlyAnswer {
        ties = List.copyOf(ties);
    }

    /**
     * How one behaviour goes with coming back.
     *
     * @param times done at least so often, in the first {@code days} days
     * @param did share of those who did that came back; its whole is the reach
     * @param others share of those who did not
     * @param strength correlation of doing it and coming back (phi), −1 to 1
     * @param adjusted p-value of the difference corrected for all tests
     */
    public record Tie(String event, int times, int days, Share did, Share others, double strength, double adjusted) {
        /** Share of those who did it less that of the others. */
        public Difference difference() {
            return Difference.of(did, others);
        }
    }
}
