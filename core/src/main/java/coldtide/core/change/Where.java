package coldtide.core.change;

import coldtide.core.change.SpanTable.Table;
import coldtide.core.who.Having;
import coldtide.core.who.Profiles;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.function.IntPredicate;
import java.util.stream.Collectors;

/**
 * Where something fell: of all values, and of pairs and triples that lie in those that fell most, the one that lies furthest below what
 * everybody else lets expect. That is the smallest slice whose removal leaves no fall: a slice that is too wide is diluted by those who
 * did not fall, one that is too narrow leaves others behind who did, and both lie less far. The spatial scan statistic of M. Kulldorff,
 * Communications in Statistics 26 (1997) 1481–1496 (cited from memory), over slices instead of circles.
 */
final class Where {
    /** Of so many of each order, further conditions are tried. */
    private static final int TRIED_FURTHER = 16;

    private static final int MOST_CONDITIONS = 3;
    /** Fewer things than this to be expected are too few to be told. */
    static final double LEAST_EXPECTED = 5;
    /** A condition more must explain so much more, in squares of the distance, at least and as a part. */
    private static final double WORTH_A_CONDITION = 12;

    private static final double WORTH_PART = 0.12;
    /** Slices that differ in less than this are the same people. */
    private static final double SAME = 0.03;

    /** Of a value, so much in another slice makes it a part of that. */
    private static final double NEARLY_ALL = 0.95;
    /** A value that fell further than this, in standard errors, looks guilty. */
    private static final double LEAST_RIVAL = 3;

    private static final String CURRENCY = "currency";

    /**
     * A slice that was looked at.
     *
     * @param slices numbers of its values, ascending; those of currencies stand behind all of profiles
     */
    record Candidate(int[] slices, TwoSpans spans, double distance) {
        double deviance() {
            return distance * distance;
        }
    }

    /**
     * The guilty slice, those that are nearly the same people, the others that look guilty, and how many were tried.
     *
     * @param rivals other single values that fell, the furthest first
     * @param parts values of which nearly all is in it
     */
    record Found(Candidate slice, List<Candidate> same, List<Candidate> rivals, List<Candidate> parts, int tried) {}

    private final Table table;
    private final Profiles profiles;
    private final List<String> currencies;
    private final int slots;
    /** Of each value, which property it is of. */
    private final int[] slotOf;

    private int tried;
    private IntPredicate compared = slice -> true;

    Where(Table table, List<String> currencies) {
        this.table = table;
        this.profiles = table.profiles();
        this.currencies = table.currencies() > 1 ? currencies : List.of();
        slots = profiles.properties().size() + (this.currencies.isEmpty() ? 0 : 1);
        int own = profiles.slices().size();
        slotOf = new int[own + this.currencies.size()];
        for (int slice = 0; slice < slotOf.length; slice++) {
            slotOf[slice] = slice < own
                    ? profiles.properties().indexOf(profiles.slices().get(slice).property())
                    : profiles.properties().size();
        }
    }

    List<Having> having(Candidate candidate) {
        return Arrays.stream(candidate.slices()).mapToObj(this::having).toList();
    }

    private Having having(int slice) {
        int own = profiles.slices().size();
        return slice < own ? profiles.slices().get(slice) : new Having(CURRENCY, currencies.get(slice - own));
    }

    /**
     * Empty if none lies further below than {@code least}.
     *
     * @param isCompared whether a value has a past to be compared with, by its number
     */
    Optional<Found> find(double least, IntPredicate isCompared) {
        compared = isCompared;
        List<Candidate> singles = extend(new int[0]);
        if (singles.isEmpty()) {
            return Optional.empty();
        }
        Candidate best = singles.get(0);
        List<Candidate> order = singles;
        List<Candidate> all = new ArrayList<>(singles);
        for (int conditions = 2; conditions <= MOST_CONDITIONS; conditions++) {
            Map<String, Candidate> next = new TreeMap<>();
            order.stream()
                    .limit(TRIED_FURTHER)
                    .forEach(each -> extend(each.slices())
                            .forEach(further -> next.put(Arrays.toString(further.slices()), further)));
            order = new ArrayList<>(next.values());
            order.sort(Comparator.comparingDouble(Candidate::distance));
            all.addAll(order);
            if (!order.isEmpty() && isWorthACondition(best, order.get(0))) {
                best = order.get(0);
            }
        }
        if (best.distance() > -least) {
            return Optional.empty();
        }
        Candidate found = best;
        List<Candidate> same = all.stream()
                .filter(each -> each != found && areTheSame(each, found))
                .toList();
        Map<Boolean, List<Candidate>> others = singles.stream()
                .filter(each -> each.distance() < -LEAST_RIVAL && !same.contains(each) && !isOneOf(each, found))
                .collect(Collectors.partitioningBy(each -> isPartOf(each, found)));
        return Optional.of(new Found(found, same, others.get(false), others.get(true), tried));
    }

    private static boolean isWorthACondition(Candidate best, Candidate further) {
        double more = further.deviance() - best.deviance();
        return further.distance() < 0 && more > Math.max(WORTH_A_CONDITION, WORTH_PART * best.deviance());
    }

    private static boolean areTheSame(Candidate one, Candidate other) {
        return one.slices().length <= other.slices().length + 1
                && alike(one.spans().overBefore(), other.spans().overBefore())
                && alike(one.spans().overAfter(), other.spans().overAfter())
                && alike(one.spans().underAfter(), other.spans().underAfter());
    }

    private static boolean alike(double one, double other) {
        return Math.abs(one - other) <= SAME * Math.max(one, other);
    }

    /** Whether nearly all of a value is in the found slice. */
    private boolean isPartOf(Candidate single, Candidate found) {
        return with(single.slices(), found.slices()).overBefore()
                >= NEARLY_ALL * single.spans().overBefore();
    }

    /** Whether it is one of the found slice's own conditions. */
    private static boolean isOneOf(Candidate single, Candidate found) {
        return Arrays.stream(found.slices()).anyMatch(slice -> slice == single.slices()[0]);
    }

    /** All slices with one condition more than some have, the furthest below first. */
    private List<Candidate> extend(int[] fixed) {
        int numbers = profiles.slices().size() + currencies.size();
        double[][] sums = new double[4][numbers];
        double[] underAll = new double[2];
        double[] fixedUnder = new double[2];
        double[] overAll = new double[2];
        boolean[] slotTaken = new boolean[slots];
        for (int leaf = 0; leaf < table.leaves(); leaf++) {
            boolean own = matches(leaf, fixed, false);
            boolean also = own && matches(leaf, fixed, true);
            for (int span = 0; span < 2; span++) {
                overAll[span] += table.over(leaf, span);
                underAll[span] += table.under(leaf, span);
                fixedUnder[span] += own ? table.under(leaf, span) : 0;
            }
            if (own) {
                add(leaf, also, sums);
            }
        }
        for (int slice : fixed) {
            slotTaken[slot(slice)] = true;
        }
        List<Candidate> found = new ArrayList<>();
        for (int slice = 0; slice < numbers; slice++) {
            if (!slotTaken[slot(slice)] && compared.test(slice)) {
                int[] slices = Arrays.copyOf(fixed, fixed.length + 1);
                slices[fixed.length] = slice;
                Arrays.sort(slices);
                boolean inCurrency =
                        slices[slices.length - 1] >= profiles.slices().size();
                boolean ofFixed = slice >= profiles.slices().size();
                TwoSpans spans = spans(
                        new double[] {sums[0][slice], sums[1][slice]},
                        ofFixed ? fixedUnder : new double[] {sums[2][slice], sums[3][slice]},
                        overAll,
                        underAll,
                        inCurrency);
                if (spans.isKnown() && spans.expected() >= LEAST_EXPECTED) {
                    tried++;
                    found.add(new Candidate(slices, spans, table.rate().distance(spans)));
                }
            }
        }
        found.sort(Comparator.comparingDouble(Candidate::distance));
        return found;
    }

    /** Adds a leaf to every value it has; what is counted only if its currency is meant, too. */
    private void add(int leaf, boolean also, double[][] sums) {
        for (int slot = 0; slot < slots; slot++) {
            int slice = slice(leaf, slot);
            if (slice != Profiles.NONE) {
                for (int span = 0; span < 2; span++) {
                    sums[span][slice] += also ? table.over(leaf, span) : 0;
                    sums[2 + span][slice] += table.under(leaf, span);
                }
            }
        }
    }

    private TwoSpans spans(double[] over, double[] under, double[] allOver, double[] allUnder, boolean inCurrency) {
        boolean byItself = table.rate().under().isEmpty();
        double restBefore = byItself ? table.daysBefore() : allUnder[0] - (inCurrency ? 0 : under[0]);
        double restAfter = byItself ? table.daysAfter() : allUnder[1] - (inCurrency ? 0 : under[1]);
        return new TwoSpans(
                over[0],
                byItself ? table.daysBefore() : under[0],
                over[1],
                byItself ? table.daysAfter() : under[1],
                allOver[0] - over[0],
                restBefore,
                allOver[1] - over[1],
                restAfter);
    }

    private int slot(int slice) {
        return slotOf[slice];
    }

    private int slice(int leaf, int slot) {
        return slot == profiles.properties().size()
                ? profiles.slices().size() + leaf % table.currencies()
                : profiles.slices(leaf / table.currencies())[slot];
    }

    /** Whether a leaf has some values: of people alone, or the currency with them. */
    private boolean matches(int leaf, int[] slices, boolean withCurrency) {
        for (int slice : slices) {
            boolean ofCurrency = slice >= profiles.slices().size();
            if ((withCurrency || !ofCurrency) && slice(leaf, slot(slice)) != slice) {
                return false;
            }
        }
        return true;
    }

    /** What a slice has of those who are not in another. */
    TwoSpans without(int[] slices, int[] others) {
        return part(leaf -> matches(leaf, slices, true) && !matches(leaf, others, true), slices, others);
    }

    /** What a slice has of those who are in another, too. */
    TwoSpans with(int[] slices, int[] others) {
        return part(leaf -> matches(leaf, slices, true) && matches(leaf, others, true), slices, others);
    }

    /** Everybody but a slice, against their own past: as if others never changed. */
    TwoSpans others(int[] slices) {
        TwoSpans others = part(leaf -> !matches(leaf, slices, true), slices, slices);
        return new TwoSpans(
                others.overBefore(),
                others.underBefore(),
                others.overAfter(),
                others.underAfter(),
                TwoSpans.STEADY,
                TwoSpans.STEADY,
                TwoSpans.STEADY,
                TwoSpans.STEADY);
    }

    /** A part of all against those who are in neither of two slices. */
    private TwoSpans part(IntPredicate isIn, int[] slices, int[] others) {
        double[] over = new double[2];
        double[] under = new double[2];
        double[] restOver = new double[2];
        double[] restUnder = new double[2];
        for (int leaf = 0; leaf < table.leaves(); leaf++) {
            boolean in = isIn.test(leaf);
            boolean neither = !in && !matches(leaf, slices, true) && !matches(leaf, others, true);
            for (int span = 0; span < 2; span++) {
                over[span] += in ? table.over(leaf, span) : 0;
                under[span] += in ? table.under(leaf, span) : 0;
                restOver[span] += neither ? table.over(leaf, span) : 0;
                restUnder[span] += neither ? table.under(leaf, span) : 0;
            }
        }
        // Whoever does not pay in a currency any more has none, so those who would are not known.
        boolean byItself = table.rate().under().isEmpty() || !currencies.isEmpty();
        return new TwoSpans(
                over[0],
                byItself ? table.daysBefore() : under[0],
                over[1],
                byItself ? table.daysAfter() : under[1],
                restOver[0],
                byItself ? table.daysBefore() : restUnder[0],
                restOver[1],
                byItself ? table.daysAfter() : restUnder[1]);
    }
}
