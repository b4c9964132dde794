package coldtide.world;

import java.time.LocalDate;

/**
 * A campaign or holiday as somebody who runs the app would note it.
 *
 * @param firstDay its first day
 * @param end the day after its last
 */
public record WorldMark(Kind kind, String name, LocalDate firstDay, LocalDate end) {
    /** What is marked. */
    public enum Kind {
        CAMPAIGN,
        HOLIDAY
    }
}
