package coldtide.core.register;

import java.util.List;

/**
 * A page of users.
 *
 * @param people how many there are in all
 */
public record RegisterAnswer(long people, List<PersonRow> rows) {
    public RegisterAnswer {
        rows = List.copyOf(rows);
    }
}
