package coldtide.world;

import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.EnumSet;
import java.util.Set;

/**
 * What world to make.
 *
 * @param seed the same seed, size and end day give the same events
 * @param people how many arrive over the span, 1 to 20,000,000
 * @param weeks length of the span, 1 to 104
 * @param endDay the last day of the span
 * @param happenings those switched on
 */
public record Scenario(long seed, int people, int weeks, LocalDate endDay, Set<Happening> happenings) {
    public static final String APP = "gullcombe";
    public static final String APP_NAME = "Gullcombe Lights";
    public static final ZoneId ZONE = ZoneId.of("Europe/Lisbon");
    public static final String CURRENCY = "EUR";
    public static final int DEFAULT_PEOPLE = 45_000;
    public static final int DEFAULT_WEEKS = 26;

    public Scenario {
        if (people < 1 || people > 20_000_000) {
            throw new IllegalArgumentException("A world has from 1 to 20000000 people, not " + people + ".");
        }
        if (weeks < 1 || weeks > 104) {
            throw new IllegalArgumentException("A world lasts from 1 to 104 weeks, not " + weeks + ".");
        }
        happenings = Set.copyOf(happenings);
    }

    /** Everything switched on. */
    public static Scenario of(int people, int weeks, LocalDate endDay) {
        return new Scenario(20_260_701L, people, weeks, endDay, EnumSet.allOf(Happening.class));
    }

    public boolean has(Happening happening) {
        return happenings.contains(happening);
    }

    public int days() {
        return 7 * weeks;
    }

    public LocalDate firstDay() {
        return endDay.minusDays(days() - 1L);
    }

    /** The instant at which day {@code index} of the span begins in the app's zone. */
    public Instant startOfDay(int index) {
        return firstDay().plusDays(index).atStartOfDay(ZONE).toInstant();
    }

    /** The last instant at which anything of this world arrives: a little after the span, when night reports come in. */
    Instant lastArrival() {
        return startOfDay(days()).plusSeconds(45 * 60);
    }
}
