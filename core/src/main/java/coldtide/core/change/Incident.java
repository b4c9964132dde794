package coldtide.core.change;

import coldtide.core.time.DayRange;
import coldtide.core.who.Having;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.function.ToDoubleFunction;

/**
 * One thing that happened: all that fell by it, where, and why.
 *
 * @param drops the furthest first; none of an outage of which no day's figure tells
 * @param days from the first of any drop to the last
 * @param onset of what has a time of its own, the hour with which it began, where that is told
 * @param since how it lies on the full days since its last
 * @param moneyLost in units of the app's currency: what is missing, at what each was worth before; below 0 where dearer
 *     purchases brought more; empty where no money fell
 * @param outage the hours of it
 * @param mixed how much comes of other people having come, of a share of everybody
 * @param arrived where more leave because more came, of whom
 * @param worth of purchases that fell in a slice, what one brought
 * @param breakUp their revenue a day taken apart; empty of an outage, and where nobody paid
 * @param settled of adverts, what the network paid for
 * @param inside what happened inside the slice; empty lists for everybody
 * @param course of what fell furthest; of an outage, of sessions
 * @param peak whether days shortly before lay above what was expected
 * @param blamed the release it is linked to
 * @param chosen what fell in the same days of what people chose to have watched, the furthest first
 */
public record Incident(
        Kind kind,
        List<Drop> drops,
        DayRange days,
        Optional<Onset> onset,
        Since since,
        OptionalDouble moneyLost,
        Optional<Outage> outage,
        Optional<Mixed> mixed,
        Optional<Arrived> arrived,
        Optional<Worth> worth,
        Optional<BreakUp> breakUp,
        Optional<Settled> settled,
        List<EventChange> events,
        List<PerformanceChange> performance,
        Optional<Spot> spot,
        Course course,
        boolean peak,
        Optional<Blamed> blamed,
        List<ChosenFall> chosen) {
    /** What is missing in some hours of everybody; {@code drops} are those of its day. */
    static Incident ofOutage(Outage outage, List<Drop> drops, DayRange days, Course course) {
        return bare(Kind.OUTAGE, drops, days, Since.over(days.to()), Optional.of(outage), course, List.of());
    }

    /** What fell by itself of what people chose to have watched. */
    static Incident ofChosen(List<ChosenFall> falls, DayRange days, Since since, Course course) {
        return bare(Kind.UNEXPLAINED, List.of(), days, since, Optional.empty(), course, falls);
    }

    /** Without anything that is looked for in slices. */
    private static Incident bare(
            Kind kind,
            List<Drop> drops,
            DayRange days,
            Since since,
            Optional<Outage> outage,
            Course course,
            List<ChosenFall> chosen) {
        return new Incident(
                kind,
                drops,
                days,
                Optional.empty(),
                since,
                OptionalDouble.empty(),
                outage,
                Optional.empty(),
                Optional.empty(),
                Optional.empty(),
                Optional.empty(),
                Optional.empty(),
                List.of(),
                List.of(),
                Optional.empty(),
                course,
                false,
                Optional.empty(),
                chosen);
    }

    /** The same with what else fell. */
    Incident with(List<ChosenFall> falls) {
        return new Incident(
                kind,
                drops,
                days,
                onset,
                since,
                moneyLost,
                outage,
                mixed,
                arrived,
                worth,
                breakUp,
                settled,
                events,
                performance,
                spot,
                course,
                peak,
                blamed,
                falls);
    }
    /**
     * What fell, by day of the log; NaN where nothing is known.
     *
     * @param actual of a slice what was counted, of everybody the figure
     * @param expected what everybody else, or its own past, lets expect
     * @param low of the band of a figure; of a slice not known
     * @param high of it
     */
    public record Course(double[] actual, double[] expected, double[] low, double[] high) {
        static Course ofSlice(double[] actual, double[] expected) {
            double[] unknown = new double[actual.length];
            Arrays.fill(unknown, Double.NaN);
            return new Course(actual, expected, unknown, unknown);
        }

        /** @param band of the same days as {@code days} */
        static Course ofBand(List<OptionalDouble> days, List<Optional<BandDay>> band) {
            return new Course(
                    days.stream().mapToDouble(day -> day.orElse(Double.NaN)).toArray(),
                    each(band, BandDay::expected),
                    each(band, BandDay::low),
                    each(band, BandDay::high));
        }

        private static double[] each(List<Optional<BandDay>> band, ToDoubleFunction<BandDay> of) {
            return band.stream()
                    .mapToDouble(day -> day.map(of::applyAsDouble).orElse(Double.NaN))
                    .toArray();
        }

        public Course {
            actual = actual.clone();
            expected = expected.clone();
            low = low.clone();
            high = high.clone();
        }
    }

    /**
     * Whether it is worth telling. Where only the app's running moved in some slice, it must have got worse on its devices: a mean moves also
     * because others are in use.
     */
    boolean isTold() {
        boolean onlyRunning = drops.stream().map(Drop::figure).allMatch(Rate::isOfRunning);
        return !onlyRunning || slice().isEmpty() || kind == Kind.PRODUCT_FAULT;
    }

    /** Whom it fell for; empty for everybody. */
    public List<Having> slice() {
        return drops.isEmpty() ? List.of() : drops.get(0).slice();
    }
}
