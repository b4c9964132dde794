package coldtide.world.scenario;

import java.util.List;
import java.util.Map;

/**
 * Something planted in the world, with its truth.
 *
 * @param name by which it is switched on and off
 * @param title for people
 * @param off whether it is left out
 * @param effect what it does
 * @param event the event of {@link Effect#EVENT_LOST}
 * @param where the slice it touches; everybody if empty
 * @param starts with a release or at an hour of a day of the span
 * @param ends with a release or after a while; never if absent
 * @param size as the effect says
 * @param willing of {@link Effect#PRICES}
 * @param factors of {@link Effect#BUSY_DAYS}
 */
public record Happening(
        String name,
        String title,
        boolean off,
        Effect effect,
        String event,
        Slice where,
        Start starts,
        End ends,
        double size,
        double willing,
        List<Double> factors,
        Truth truth) {
    /**
     * When it starts.
     *
     * @param version with the first use of this version; nothing if it starts on a day
     * @param day index in the span
     * @param hour of that day
     */
    public record Start(String version, int day, double hour) {
        public Start {
            Check.within("day", day, 0, 10_000);
            Check.within("hour", hour, 0, 24);
            Check.that(
                    version == null || day == 0 && hour == 0,
                    "\"starts\" names either a version or a day with its hour, not both.");
        }
    }

    /**
     * When it ends: at the first of what is given.
     *
     * @param version with the first use of this version, or nothing
     * @param afterDays days after the start; 0 for none
     * @param afterHours hours after the start, added to the days
     */
    public record End(String version, int afterDays, double afterHours) {
        static final End NEVER = new End(null, 0, 0);

        public End {
            Check.within("afterDays", afterDays, 0, 10_000);
            Check.within("afterHours", afterHours, 0, 240_000);
        }

        double hours() {
            return afterDays * 24 + afterHours;
        }
    }

    /**
     * What a careful analyst should find.
     *
     * @param kind of cause
     * @param finding in a sentence or two
     * @param falls figures that fall
     * @param rises figures that rise
     * @param decoys slices that look guilty because the guilty one is common there
     */
    public record Truth(
            String kind,
            String finding,
            List<String> falls,
            List<String> rises,
            List<Map<String, List<String>>> decoys) {
        public Truth {
            kind = Check.text("kind", kind);
            finding = Check.text("finding", finding);
            falls = Check.list(falls);
            rises = Check.list(rises);
            decoys = Check.list(decoys);
        }
    }

    public Happening {
        name = Check.text("name", name);
        title = title == null ? name : title.strip();
        Check.that(effect != null, "\"effect\" must be given.");
        Check.that(starts != null, "\"starts\" must be given.");
        Check.that(truth != null, "\"truth\" must be given.");
        where = where == null ? Slice.EVERYBODY : where;
        ends = ends == null ? End.NEVER : ends;
        factors = Check.list(factors);
        if (effect == Effect.BUSY_DAYS) {
            Check.some("factors", factors).forEach(factor -> Check.positive("factors", factor));
            Check.that(where.isEverybody(), "\"where\" must be empty: busy days are busy for everybody.");
        } else if (effect.isShare()) {
            Check.within("size", size, 0, 1);
        } else {
            Check.positive("size", size);
        }
        willing = willing == 0 ? 1 : willing;
        Check.positive("willing", willing);
        Check.that(
                (event != null) == (effect == Effect.EVENT_LOST),
                "\"event\" must be given for event_lost and for nothing else.");
        boolean wholeDays = effect == Effect.BUSY_DAYS || effect == Effect.ARRIVALS_BURST;
        Check.that(!wholeDays || starts.version() == null, "\"starts\" must be a day for this effect.");
        if (effect == Effect.ARRIVALS_BURST) {
            Check.that(
                    where.one("channel").isPresent() && where.one("campaign").isPresent(),
                    "\"where\" must name one channel and one campaign by which they come.");
            Check.that(ends.afterDays() > 0, "\"ends\" must say after how many days the burst is over.");
        }
    }

    /** Whether it starts with a release rather than on a day. */
    public boolean comesWithRelease() {
        return starts.version() != null;
    }

    /** How long it lasts in milliseconds; nearly for ever if nothing but a release ends it. */
    public long lastsMillis() {
        return ends.hours() == 0 ? Long.MAX_VALUE / 4 : (long) (ends.hours() * 3_600_000);
    }

    Happening onDay(int day) {
        return changed(off, new Start(starts.version(), day, starts.hour()));
    }

    Happening switchedOff(boolean isOff) {
        return changed(isOff, starts);
    }

    private Happening changed(boolean isOff, Start start) {
        return new Happening(name, title, isOff, effect, event, where, start, ends, size, willing, factors, truth);
    }
}
