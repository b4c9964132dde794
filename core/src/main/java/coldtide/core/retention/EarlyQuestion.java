package coldtide.core.retention;

import static java.util.Objects.requireNonNull;

import coldtide.core.time.DayRange;
import coldtide.core.who.EventCondition;
import coldtide.core.who.PersonCondition;
import java.util.List;
import java.util.Optional;

/**
 * Which behaviours in the first days after arrival go with coming back later? Days are the person's own civil ones, that of arrival is
 * day 0.
 *
 * @param range days of arrival
 * @param returning events that count as coming back; empty for any activity
 * @param back the days of the return, both ends counted: from 1 to {@link #LAST_DAY}
 */
public record EarlyQuestion(DayRange range, Optional<EventCondition> returning, Ages back, PersonCondition among) {
    public static final int LAST_DAY = Ages.MOST;
    /** So many first days are tried, where they end before the return may begin; and so many times at least. */
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

    /** Those that close before the return opens: who is still there on a day cannot have left before it. */
    int[] firstDays() {
        return FIRST_DAYS.stream()
                .mapToInt(Integer::intValue)
                .filter(days -> days <= back.from())
                .toArray();
    }
}
