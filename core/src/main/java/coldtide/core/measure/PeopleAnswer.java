package coldtide.core.measure;

import java.util.List;

/**
 * How many people.
 *
 * @param all everybody in the log
 * @param people for whom the condition holds: the groups, {@code other} and {@code notSet} together
 * @param groups by value, most people first, equal ones by value
 * @param other people with values of fewer people
 * @param notSet people who never had a value
 */
public record PeopleAnswer(long all, long people, List<Group> groups, long other, long notSet) {
    public PeopleAnswer {
        groups = List.copyOf(groups);
    }

    /** People of one value. */
    public record Group(String value, long people) {}
}
