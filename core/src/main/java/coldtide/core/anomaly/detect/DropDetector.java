package coldtide.core.anomaly.detect;

import static java.util.Comparator.comparingDouble;

import coldtide.core.anomaly.counts.BeforeAfterCounts;
import coldtide.core.anomaly.counts.BeforeAfterTable;
import coldtide.core.anomaly.counts.Bursts;
import coldtide.core.anomaly.counts.Rate;
import coldtide.core.anomaly.counts.Shift;
import coldtide.core.anomaly.counts.ShiftScan;
import coldtide.core.anomaly.counts.Spans;
import coldtide.core.anomaly.detect.GroupSearch.Candidate;
import coldtide.core.anomaly.detect.GroupSearch.Found;
import coldtide.core.filter.Conditions;
import coldtide.core.filter.value.Profiles;
import coldtide.core.log.EventLog;
import coldtide.core.log.rule.Contexts;
import coldtide.core.scan.ScanRunner;
import coldtide.core.tidetable.DaysBySlice;
import coldtide.core.tidetable.PeriodCounts;
import coldtide.core.time.DayRange;
import it.unimi.dsi.fastutil.ints.IntOpenHashSet;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.IntConsumer;
import java.util.function.Predicate;
import java.util.stream.IntStream;
import java.util.stream.Stream;

/**
 * Detects drops: compares each rate of each large enough group with all other users and with its own past. Each drop is attributed to the group
 * that explains it; drops that vanish without that group belong to it. Cost: one pass over the log for all series, and one for each drop.
 */
public final class DropDetector {
    /** In standard errors. Of thousands of runs of slices that are looked at, hardly one lies as far by chance. */
    private static final double LEAST_DISTANCE = 4.8;
    /** Least distance, in standard errors, of a drop of all users. It is lower than that of groups, because fewer runs are tested. */
    private static final double LEAST_DISTANCE_OF_ALL = 3.5;
    /** A drop of all users is attributed to a group if at least this part of the missing amount is missing there. */
    private static final double MOST_MISSING = 0.6;
    /** What lies nearer than this is explained. */
    private static final double EXPLAINED = 3;
    /** Slices with a smaller part of all active days are not watched; those with nearly all are all users. */
    private static final double LEAST_PART = 0.015;

    private static final double MOST_PART = 0.97;
    private static final int MOST_SLICES = 80;
    private static final int MOST_SUSPECTS = 8;
    /** Fewer days than this before another fall are its beginning. */
    private static final int LEAST_LEFT = 7;

    private static final int MOST_PARTS = 20;
    /** A log of one rate gives no more falls than this. */
    private static final int MOST_FALLS = 8;
    /** What is different by design from release to release, and so never the same before and after. */
    private static final List<String> NOT_COMPARED = List.of("app_version", "build");
    /** A property with more values than this is no slice but a name. */
    private static final int MOST_VALUES = 300;

    /**
     * A run of days of something that is watched.
     *
     * @param slices numbers of its values, ascending; none of all users
     */
    private record Alarm(int[] slices, Shift shift, ShiftScan scan) {
        boolean isOfAll() {
            return slices.length == 0;
        }

        /** Which part of what was to be expected. */
        double missing() {
            BeforeAfterCounts spans = scan.spans(shift.from(), shift.to());
            return 1 - spans.overAfter() / spans.expected();
        }

        /** By how much further than counts that come one by one it lies apart by chance; at least 1. */
        double scatter(Rate rate) {
            return Math.max(1, rate.distance(scan.spans(shift.from(), shift.to())) / shift.distance());
        }
    }

    private final EventLog log;
    private final ScanRunner runner;
    private final Optional<Conditions.Mask> firstPath;
    private final Profiles profiles;
    private final DaysBySlice.Days days;
    private final List<PeriodCounts> all;
    /** How many days have fully passed; a day that has not would look like a fall. */
    private final int full;

    private final List<Integer> watched;

    public DropDetector(EventLog log, ScanRunner runner, Optional<Conditions.Mask> firstPath) {
        this.log = log;
        this.runner = runner;
        this.firstPath = firstPath;
        profiles = profiles(log);
        days = runner.run(log, new DaysBySlice(log, profiles, firstPath, Rate.allCounts()));
        full = log.dayNumber(log.endOfFullDays());
        all = days.all().subList(0, full);
        watched = watched();
    }

    /** The user profiles whose values are the groups that are watched. */
    public static Profiles profiles(EventLog log) {
        return Profiles.of(log, properties(log));
    }

    public static List<String> properties(EventLog log) {
        return log.contexts().properties().stream()
                .filter(property -> !NOT_COMPARED.contains(property))
                .filter(property -> !hasMoreValues(log, property))
                .toList();
    }

    private static boolean hasMoreValues(EventLog log, String property) {
        IntOpenHashSet values = new IntOpenHashSet();
        for (int code : log.contexts().codes(property).orElse(new int[0])) {
            if (values.add(code) && values.size() > MOST_VALUES + (values.contains(Contexts.NONE) ? 1 : 0)) {
                return true;
            }
        }
        return false;
    }

    private List<PeriodCounts> of(int slice) {
        return days.of(slice).subList(0, full);
    }

    /** Every full day of all users. */
    public List<PeriodCounts> all() {
        return all;
    }

    public Profiles profiles() {
        return profiles;
    }

    private List<Integer> watched() {
        double everybody = sum(all);
        double[] parts = IntStream.range(0, profiles.slices().size())
                .parallel()
                .mapToDouble(slice -> sum(of(slice)) / everybody)
                .toArray();
        return IntStream.range(0, parts.length)
                .filter(slice -> parts[slice] >= LEAST_PART && parts[slice] <= MOST_PART)
                .boxed()
                .sorted(comparingDouble(slice -> -parts[slice]))
                .limit(MOST_SLICES)
                .toList();
    }

    private static double sum(List<PeriodCounts> days) {
        double sum = 0;
        for (double day : Rate.ACTIVE_PEOPLE.over(days)) {
            sum += day;
        }
        return sum;
    }

    /** All that are watched; of an app that has not said what ends its first-time path, all others. */
    public List<Rate> rates() {
        return Arrays.stream(Rate.values())
                .filter(rate -> rate != Rate.FIRST_PATH || firstPath.isPresent())
                .toList();
    }

    /**
     * Drops of everything watched by group, the most significant first.
     *
     * @param onRate hears before each rate how many were looked through already
     */
    public List<Drop> drops(IntConsumer onRate) {
        List<Drop> drops = new ArrayList<>();
        List<Rate> rates = rates();
        for (int looked = 0; looked < rates.size(); looked++) {
            onRate.accept(looked);
            drops.addAll(drops(rates.get(looked)));
        }
        drops.sort(comparingDouble(Drop::distance));
        return drops;
    }

    private List<Drop> drops(Rate rate) {
        Bursts bursts = Bursts.of(rate, profiles.slices().size(), this::of, all);
        List<Alarm> alarms = alarms(rate, bursts);
        List<Drop> drops = new ArrayList<>();
        while (!alarms.isEmpty() && drops.size() < MOST_FALLS) {
            Alarm furthest = alarms.get(0);
            Shift shift = furthest.shift();
            Spans spans = Spans.of(log.days(), furthest.scan().pastDays(shift.from()), shift.from(), shift.to());
            GroupSearch where = new GroupSearch(
                    runner.run(log, new BeforeAfterTable(log, profiles, firstPath, rate, spans)),
                    log.currencyNames(),
                    drops.stream()
                            .filter(drop -> drop.overlaps(range(shift)))
                            .map(Drop::slice)
                            .filter(slice -> !slice.isEmpty())
                            .toList());
            double least = LEAST_DISTANCE * furthest.scatter(rate);
            double leastOfAll = furthest.isOfAll() ? LEAST_DISTANCE_OF_ALL * furthest.scatter(rate) : least;
            Optional<Found> found = where.find(leastOfAll, value -> !bursts.touch(value, shift))
                    .filter(guilty -> isEnough(furthest, least, guilty))
                    .filter(guilty -> isExplained(rate, without(where, furthest, guilty)))
                    .or(() -> where.only(furthest.slices(), least));
            alarms.remove(0);
            if (found.isPresent()) {
                Found guilty = found.get();
                Drop drop = drop(rate, where, guilty, shift);
                if (drops.stream().noneMatch(drop::isPartOf)) {
                    drops.add(drop);
                }
                alarms = left(
                        alarms,
                        alarm -> alarm.shift().overlaps(shift) && isExplained(rate, without(where, alarm, guilty)),
                        shift);
            } else if (furthest.isOfAll()) {
                drops.add(ofEverybody(rate, furthest));
            }
        }
        return drops;
    }

    /**
     * Least distance of a group in which most of a drop of all users is missing. It is lower than for other groups: that something dropped is
     * known already, and a platform with three fifths of all users is compared with few others.
     */
    private static boolean isEnough(Alarm alarm, double least, Found guilty) {
        return guilty.slice().distance() < -least
                || alarm.isOfAll() && guilty.slice().spans().missingOfAll() >= MOST_MISSING * alarm.missing();
    }

    /** Alarms that are left after a drop explains some of them. The days of an explained alarm before that drop remain. */
    private static List<Alarm> left(List<Alarm> alarms, Predicate<Alarm> isExplained, Shift by) {
        List<Alarm> left = new ArrayList<>();
        for (Alarm alarm : alarms) {
            if (!isExplained.test(alarm)) {
                left.add(alarm);
            } else if (by.from() - alarm.shift().from() >= LEAST_LEFT) {
                alarm.scan()
                        .run(alarm.shift().from(), by.from())
                        .filter(run -> run.distance() < -LEAST_DISTANCE)
                        .ifPresent(run -> left.add(new Alarm(alarm.slices(), run, alarm.scan())));
            }
        }
        left.sort(comparingDouble(alarm -> alarm.shift().distance()));
        return left;
    }

    private static boolean isExplained(Rate rate, BeforeAfterCounts left) {
        return !left.isKnown() || left.expected() < GroupSearch.LEAST_EXPECTED || rate.distance(left) > -EXPLAINED;
    }

    private static BeforeAfterCounts without(GroupSearch where, Alarm alarm, Found guilty) {
        int[] slices = guilty.slice().slices();
        return alarm.isOfAll() ? where.others(slices) : where.without(alarm.slices(), slices);
    }

    private List<Alarm> alarms(Rate rate, Bursts bursts) {
        double[] calm = bursts.calm(rate.over(all));
        List<Alarm> alarms = new ArrayList<>(watched.parallelStream()
                .flatMap(slice -> alarms(scan(rate, slice, calm), slice))
                .toList());
        if (rate == Rate.PURCHASES && log.currencyNames().size() > 1) {
            ofCurrencies()
                    .forEach(
                            (scan, slices) -> alarms.addAll(alarms(scan, slices).toList()));
        }
        // Of all users the devices that are in use change over weeks, and with them how the app runs.
        if (rate.under().isPresent() && !rate.isOfRunning()) {
            ShiftScan scan = ShiftScan.ofAll(rate, all);
            scan.falls(LEAST_DISTANCE_OF_ALL).forEach(shift -> alarms.add(new Alarm(new int[0], shift, scan)));
        }
        alarms.removeIf(alarm -> Arrays.stream(alarm.slices()).anyMatch(slice -> bursts.touch(slice, alarm.shift())));
        alarms.sort(comparingDouble(alarm -> alarm.shift().distance()));
        return alarms;
    }

    private static Stream<Alarm> alarms(ShiftScan scan, int... slices) {
        return scan.falls(LEAST_DISTANCE).stream().map(shift -> new Alarm(slices, shift, scan));
    }

    /** Paying fails or costs otherwise by currency, and by what the stores of platforms do with one. */
    private Map<ShiftScan, int[]> ofCurrencies() {
        int[] stores = days.stores();
        Map<ShiftScan, int[]> scans = new LinkedHashMap<>();
        for (int currency = 0; currency < log.currencyNames().size(); currency++) {
            int value = profiles.slices().size() + currency;
            scans.put(inCurrency(days.inCurrency(currency)), new int[] {value});
            for (int store = 0; store < stores.length && stores.length > 1; store++) {
                scans.put(inCurrency(days.inCurrency(currency, store)), new int[] {stores[store], value});
            }
        }
        return scans;
    }

    private ShiftScan inCurrency(List<PeriodCounts> purchases) {
        return ShiftScan.ofCurrency(purchases.subList(0, full), all);
    }

    private ShiftScan scan(Rate rate, int slice, double[] calm) {
        return ShiftScan.of(rate, of(slice), calm, rate.under(all));
    }

    private Drop drop(Rate rate, GroupSearch where, Found found, Shift shift) {
        double scatter = Math.max(1, found.slice().distance() / shift.distance());
        int[] guilty = found.slice().slices();
        List<RuledOutGroup> suspects = found.rivals().stream()
                .limit(MOST_SUSPECTS)
                .map(rival -> suspect(rate, where, rival, found.slice(), shift, scatter))
                .toList();
        return new Drop(
                rate.figure(),
                where.having(found.slice()),
                found.same().stream().map(where::having).toList(),
                range(shift),
                shift.distance(),
                Change.of(found.slice().spans(), scatter),
                found.slice().spans().missingOfAll(),
                Change.of(where.others(guilty), scatter),
                suspects,
                found.parts().stream()
                        .limit(MOST_PARTS)
                        .map(part -> where.having(part).get(0))
                        .toList(),
                found.tried(),
                true);
    }

    private RuledOutGroup suspect(
            Rate rate, GroupSearch where, Candidate rival, Candidate guilty, Shift shift, double scatter) {
        int slice = rival.slices()[0];
        double own = watched.contains(slice)
                ? Math.max(scatter, scan(rate, slice, rate.over(all)).scale(rival.spans(), shift.to() - shift.from()))
                : scatter;
        return new RuledOutGroup(
                where.having(rival),
                Change.of(rival.spans(), own),
                Change.of(where.without(rival.slices(), guilty.slices()), own),
                Change.of(where.without(guilty.slices(), rival.slices()), scatter),
                Change.of(where.with(guilty.slices(), rival.slices()), own),
                Change.of(guilty.spans(), scatter));
    }

    private Drop ofEverybody(Rate rate, Alarm alarm) {
        BeforeAfterCounts spans =
                alarm.scan().spans(alarm.shift().from(), alarm.shift().to());
        double scatter = alarm.scatter(rate);
        return new Drop(
                rate.figure(),
                List.of(),
                List.of(),
                range(alarm.shift()),
                alarm.shift().distance(),
                Change.of(spans, scatter),
                alarm.missing(),
                Change.UNKNOWN,
                List.of(),
                List.of(),
                watched.size(),
                true);
    }

    private DayRange range(Shift shift) {
        return new DayRange(
                log.firstDay().plusDays(shift.from()), log.firstDay().plusDays(shift.to()));
    }
}
