package coldtide.core.retention.early;

import static java.util.Objects.requireNonNull;

import coldtide.core.filter.EventCondition;
import coldtide.core.filter.PersonCondition;
import coldtide.core.retention.cohort.Ages;
import coldtide.core.time.DayRange;
import java.util.List;
import java.util.Optional;

/**
 * Question for early behaviours: which ones in the first days go with coming back later. Days are the user's own civil ones, that of arrival is
 * day 0.
 *
 * @param range days of arrival
 * @param returning events that count as coming back; empty for any activity
 * @param back the days of the return, both ends counted: from 1 to {@link #LAST_DAY}
 */
public record EarlyQuestion(DayRange range, Optional<EventCondition> returning, Ages back, PersonCondition among) {
    public static final int LAST_DAY = Ages.MOST;
    /** Windows of first days that are tried, as far as they end before the return begins; and least numbers of times. */
    static final List<Integer> FIRST_DAYS = List.of(1, 2, 3, 7);

    static final List<Integer> TIMES = List.of(1, 2, 3, 5, 10);

    public EarlyQuestion {
        requireNonNull(range, "range");
        requireNonNull(returning, "returning");
        requireNonNull(among, "among");
        if (back.from() < 1) {
            throw new IllegalArgumentException(
                    "Coming back is looked for from day 1 on: what is done on the day of arrival is the behaviour itself.");
        }
    }

    /** Windows that close before the return opens: a user who is still active on a day cannot have left before it. */
    int[] firstDays() {
        return FIRST_DAYS.stream()
                .mapToInt(Integer::intValue)
                .filter(days -> days <= back.from())
                .toArray();
    }
}
