package coldtide.core.funnel;

import coldtide.core.funnel.FunnelAnswer.Group;
import coldtide.core.funnel.FunnelAnswer.Stairs;
import coldtide.core.funnel.FunnelAnswer.Versus;
import coldtide.core.funnel.match.FunnelQuestion;
import coldtide.core.stats.Difference;
import coldtide.core.stats.FalseDiscovery;
import coldtide.core.stats.Share;
import coldtide.core.stats.VersusRestTest;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * Compares each group's conversion of a step with that of all other groups: two proportions, corrected for all comparisons of the question.
 */
public final class GroupComparison {
    private GroupComparison() {}

    /** The groups with what sets them apart from everyone else at each step, all corrected together. */
    static List<Group> tested(FunnelQuestion question, Stairs all, List<Group> groups) {
        List<Optional<Versus>> versus = corrected(groups.stream()
                .flatMap(group -> byStep(question, all, group.stairs()).stream())
                .toList());
        int steps = question.steps().size();
        List<Group> tested = new ArrayList<>();
        for (int i = 0; i < groups.size(); i++) {
            Group group = groups.get(i);
            tested.add(new Group(group.part(), group.stairs(), versus.subList(i * steps, (i + 1) * steps)));
        }
        return tested;
    }

    /** The same, all corrected together. */
    public static List<Optional<Versus>> corrected(List<Optional<Versus>> versus) {
        return corrected((int) versus.stream().filter(Optional::isPresent).count(), versus);
    }

    /** @param tests how many were compared, of which these are some: with the others left out, what comes out is rather too large */
    public static List<Optional<Versus>> corrected(int tests, List<Optional<Versus>> versus) {
        double[] adjusted = FalseDiscovery.adjusted(
                tests,
                versus.stream()
                        .mapToDouble(each -> each.map(GroupComparison::p).orElse(Double.NaN))
                        .toArray());
        List<Optional<Versus>> corrected = new ArrayList<>();
        for (Optional<Versus> each : versus) {
            double its = adjusted[corrected.size()];
            corrected.add(each.map(one -> new Versus(one.own(), one.others(), its)));
        }
        return corrected;
    }

    private static List<Optional<Versus>> byStep(FunnelQuestion question, Stairs all, Stairs own) {
        List<Optional<Versus>> versus = new ArrayList<>();
        for (int step = 0; step < question.steps().size(); step++) {
            int before = question.lastRequiredBefore(step);
            versus.add(
                    before < 0
                            ? Optional.empty()
                            : of(
                                    own.reached().get(step),
                                    own.reached().get(before),
                                    all.reached().get(step),
                                    all.reached().get(before)));
        }
        return versus;
    }

    /**
     * Not corrected yet; empty where either are too few to be tested.
     *
     * @param part of {@code whole}, which are some of {@code allPart} of {@code allWhole}
     */
    public static Optional<Versus> of(long part, long whole, long allPart, long allWhole) {
        return new VersusRestTest(allPart, allWhole).isTestable(whole)
                ? Optional.of(new Versus(Share.of(part, whole), Share.of(allPart - part, allWhole - whole), Double.NaN))
                : Optional.empty();
    }

    private static double p(Versus versus) {
        return Difference.test(
                versus.own().part(),
                versus.own().whole(),
                versus.others().part(),
                versus.others().whole());
    }
}
