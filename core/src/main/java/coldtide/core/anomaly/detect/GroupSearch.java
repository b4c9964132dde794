package coldtide.core.anomaly.detect;

import coldtide.core.anomaly.counts.BeforeAfterCounts;
import coldtide.core.anomaly.counts.BeforeAfterTable.Table;
import coldtide.core.filter.value.Profiles;
import coldtide.core.filter.value.PropertyValue;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.function.IntPredicate;
import java.util.stream.Collectors;

/**
 * Searches the group of users in which a metric dropped: single values, then pairs and triples of values within the groups that dropped most. The
 * result is the group that lies furthest below the number expected from all other users. A group that is too wide is diluted by users without the drop; one
 * that is too narrow leaves affected users outside; both lie less far. The statistic is Kulldorff's spatial scan statistic, applied to groups instead
 * of circles. Source: M. Kulldorff, Communications in Statistics 26 (1997) 1481–1496 (cited from memory).
 */
final class GroupSearch {
    /** Beam width: the best 16 candidates of each depth are extended by a further condition. */
    private static final int TRIED_FURTHER = 16;

    private static final int MOST_CONDITIONS = 3;
    /** Fewer things than this to be expected are too few to be told. */
    static final double LEAST_EXPECTED = 5;
    /** A condition more must explain so much more, in squares of the distance, at least and as a part. */
    private static final double WORTH_A_CONDITION = 12;

    private static final double WORTH_PART = 0.12;
    /** Slices that differ in less than this are the same users. */
    private static final double SAME = 0.03;

    /** Share of a value's users in another group from which on the value counts as a part of that group. */
    private static final double NEARLY_ALL = 0.95;

    private static final int MOST_RIVALS = 40;
    /** A value that fell further than this, in standard errors, looks guilty. */
    private static final double LEAST_RIVAL = 3;

    /**
     * A slice that was looked at.
     *
     * @param slices numbers of its values, ascending; those of currencies stand behind all of profiles
     */
    record Candidate(int[] slices, BeforeAfterCounts spans, double distance) {
        double deviance() {
            return distance * distance;
        }
    }

    /**
     * The group that explains the drop, groups of nearly the same users, other candidates, and the number of groups tried.
     *
     * @param rivals other single values that fell, the furthest first
     * @param parts values of which nearly all is in it
     */
    record Found(Candidate slice, List<Candidate> same, List<Candidate> rivals, List<Candidate> parts, int tried) {}

    private final LeafTable leaves;
    private final AtomicInteger tried = new AtomicInteger();
    private IntPredicate compared = value -> true;

    /** @param without slices of which is known what happened to them: the search is among all others */
    GroupSearch(Table table, List<String> currencies, List<List<PropertyValue>> without) {
        leaves = new LeafTable(table, currencies, without);
    }

    List<PropertyValue> having(Candidate candidate) {
        return Arrays.stream(candidate.slices()).mapToObj(leaves::having).toList();
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
                    .parallel()
                    .map(each -> extend(each.slices()))
                    .toList()
                    .forEach(further -> further.forEach(each -> next.put(Arrays.toString(each.slices()), each)));
            order = new ArrayList<>(next.values());
            order.sort(Comparator.comparingDouble(Candidate::distance));
            all.addAll(order);
            if (!order.isEmpty() && isWorthACondition(best, order.get(0))) {
                best = order.get(0);
            }
        }
        return best.distance() > -least ? Optional.empty() : Optional.of(found(best, singles, all));
    }

    /** A slice that is known already; empty if it lies no further below than {@code least}. */
    Optional<Found> only(int[] slices, double least) {
        if (slices.length == 0) {
            return Optional.empty();
        }
        List<Candidate> singles = extend(new int[0]);
        int[] fixed = Arrays.copyOf(slices, slices.length - 1);
        List<Candidate> order = fixed.length == 0 ? singles : extend(fixed);
        return order.stream()
                .filter(each -> Arrays.equals(each.slices(), slices) && each.distance() < -least)
                .findFirst()
                .map(each -> found(each, singles, order));
    }

    private Found found(Candidate found, List<Candidate> singles, List<Candidate> all) {
        List<Candidate> same = all.stream()
                .filter(each -> each != found && areTheSame(each, found))
                .toList();
        Map<Boolean, List<Candidate>> others = singles.stream()
                .filter(each -> each.distance() < -LEAST_RIVAL && !same.contains(each) && !isOneOf(each, found))
                .limit(MOST_RIVALS)
                .collect(Collectors.partitioningBy(each -> isPartOf(each, found)));
        return new Found(found, same, others.get(false), others.get(true), tried.get());
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
        double[][] over = new double[leaves.numbers()][2];
        double[][] under = new double[leaves.numbers()][2];
        double[] underFixed = new double[2];
        for (int leaf = 0; leaf < leaves.count(); leaf++) {
            if (leaves.hasPeople(leaf, fixed)) {
                boolean isCounted = leaves.has(leaf, fixed);
                for (int slot = 0; slot < leaves.slots(); slot++) {
                    int value = leaves.value(leaf, slot);
                    if (value != Profiles.NONE) {
                        add(leaf, isCounted, over[value], under[value]);
                    }
                }
                underFixed[0] += leaves.under(leaf, 0);
                underFixed[1] += leaves.under(leaf, 1);
            }
        }
        List<Candidate> found = new ArrayList<>();
        for (int value = 0; value < over.length; value++) {
            if (compared.test(value) && !hasSlot(fixed, leaves.slot(value))) {
                int[] slices = Arrays.copyOf(fixed, fixed.length + 1);
                slices[fixed.length] = value;
                Arrays.sort(slices);
                BeforeAfterCounts spans = leaves.against(
                        over[value],
                        leaves.isCurrency(value) ? underFixed : under[value],
                        leaves.isCurrency(slices[slices.length - 1]));
                if (spans.isKnown() && spans.expected() >= LEAST_EXPECTED) {
                    found.add(new Candidate(slices, spans, leaves.rate().distance(spans)));
                }
            }
        }
        tried.addAndGet(found.size());
        found.sort(Comparator.comparingDouble(Candidate::distance));
        return found;
    }

    private boolean hasSlot(int[] fixed, int slot) {
        return Arrays.stream(fixed).anyMatch(value -> leaves.slot(value) == slot);
    }

    /** @param isCounted whether it is paid in the currency that is meant */
    private void add(int leaf, boolean isCounted, double[] over, double[] under) {
        for (int span = 0; span < 2; span++) {
            over[span] += isCounted ? leaves.over(leaf, span) : 0;
            under[span] += leaves.under(leaf, span);
        }
    }

    /** What a slice has of those who are not in another, against those who are in neither. */
    BeforeAfterCounts without(int[] slices, int[] others) {
        return leaves.between(
                leaf -> leaves.has(leaf, slices) && !leaves.has(leaf, others),
                leaf -> isInNeither(leaf, slices, others));
    }

    /** What a slice has of those who are in another, too, against those who are in neither. */
    BeforeAfterCounts with(int[] slices, int[] others) {
        return leaves.between(
                leaf -> leaves.has(leaf, slices) && leaves.has(leaf, others),
                leaf -> isInNeither(leaf, slices, others));
    }

    private boolean isInNeither(int leaf, int[] slices, int[] others) {
        return !leaves.has(leaf, slices) && !leaves.has(leaf, others);
    }

    /** All users but a slice, against their own past: as if others never changed. */
    BeforeAfterCounts others(int[] slices) {
        BeforeAfterCounts others = leaves.between(leaf -> !leaves.has(leaf, slices), leaf -> false);
        return new BeforeAfterCounts(
                others.overBefore(),
                others.underBefore(),
                others.overAfter(),
                others.underAfter(),
                BeforeAfterCounts.STEADY,
                BeforeAfterCounts.STEADY,
                BeforeAfterCounts.STEADY,
                BeforeAfterCounts.STEADY);
    }
}
