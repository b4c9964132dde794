package coldtide.core.retention;

import static java.util.Objects.requireNonNull;

import coldtide.core.who.PersonCondition;
import java.util.Optional;

/**
 * Of the people who started in each period of a range, how much had each brought up to each age?
 *
 * @param ages the last age, 1 to {@link Ages#MOST}
 * @param worth what is added up, from the start on
 */
public record ValueQuestion(
        Following following, int ages, Worth worth, PersonCondition among, Optional<SplitBy> split) {
    public ValueQuestion {
        requireNonNull(following, "following");
        requireNonNull(worth, "worth");
        requireNonNull(among, "among");
        requireNonNull(split, "split");
        Ages.each(ages);
    }
}
