package coldtide.world.scenario;

import java.time.DayOfWeek;
import java.util.List;
import java.util.Locale;
import java.util.Map;

/**
 * When people come and play.
 *
 * @param hours share of play by hour of the local day, 24 relative weights
 * @param weekdays how busy each day of the week is, by its English name; 1 is usual
 * @param opening by how much more people arrive on the first day: 1.6 means 1.6 times more
 * @param openingDays days in which that fades to about a third
 */
public record Rhythm(List<Double> hours, Map<String, Double> weekdays, double opening, double openingDays) {
    public Rhythm {
        hours = Check.some("hours", hours);
        Check.that(hours.size() == 24, "\"hours\" must have 24 entries, not " + hours.size() + ".");
        hours.forEach(hour -> Check.positive("hours", hour));
        weekdays = weekdays == null ? Map.of() : Map.copyOf(weekdays);
        for (DayOfWeek day : DayOfWeek.values()) {
            Double busy = weekdays.get(word(day));
            Check.that(busy != null, "\"weekdays\" lacks " + word(day) + ".");
            Check.positive(word(day), busy);
        }
        Check.that(weekdays.size() == 7, "\"weekdays\" has a day that is none; they are monday to sunday.");
        Check.within("opening", opening, 0, 1000);
        Check.positive("openingDays", openingDays);
    }

    public double busy(DayOfWeek day) {
        return weekdays.get(word(day));
    }

    private static String word(DayOfWeek day) {
        return day.name().toLowerCase(Locale.ROOT);
    }
}
