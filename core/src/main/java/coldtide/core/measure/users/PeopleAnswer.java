package coldtide.core.measure.users;

import java.util.List;

/**
 * Answer with numbers of users, as a whole and by group.
 *
 * @param all all users in the log
 * @param people for whom the condition holds: the groups, {@code other} and {@code notSet} together
 * @param groups by value, most users first, equal ones by value
 * @param other users with values of fewer users
 * @param notSet users who never had a value
 */
public record PeopleAnswer(long all, long people, List<Group> groups, long other, long notSet) {
    public PeopleAnswer {
        groups = List.copyOf(groups);
    }

    /** Users of one value. */
    public record Group(String value, long people) {}
}
