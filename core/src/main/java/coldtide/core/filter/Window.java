package coldtide.core.filter;

import coldtide.core.time.DayRange;

/** When, for a behaviour. */
public sealed interface Window {
    Window EVER = new Ever();

    /** The whole log. */
    record Ever() implements Window {}

    /** Some civil days. */
    record Days(DayRange range) implements Window {}

    /** Civil days of a user's own: their first day is day 0. */
    record OfPerson(int fromDay, int toDay) implements Window {
        public OfPerson {
            if (fromDay < 0 || toDay < fromDay) {
                throw new IllegalArgumentException(
                        "A user's days are counted from 0, not from " + fromDay + " to " + toDay + ".");
            }
        }
    }
}
