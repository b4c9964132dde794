package coldtide.core.retention;

import coldtide.core.measure.MeasureAnswer.Part;
import coldtide.core.retention.PeopleGroups.Told;
import coldtide.core.stats.Mixture;
import java.util.List;
import java.util.stream.IntStream;

/**
 * Why a cohort lies apart from the others at an age: its people are of other groups, or they came back otherwise within them.
 *
 * @param row the cohort
 * @param mix what other sizes of the groups add to the difference of the shares; {@code within}, what other shares in them do
 * @param group the one whose size adds most
 * @param size its part of the cohort's people, and {@code others} of the other cohorts'
 */
public record Mix(int row, int column, double mix, double within, Part group, double size, double others) {
    private static final int FEW = 5;

    /**
     * @param apart of the cohorts
     * @param groups in the order of {@code told}, one for every person; no groups, no mix
     */
    static List<Mix> of(Apart apart, List<Told> told, Counted... groups) {
        return groups.length == 0
                ? List.of()
                : apart.cells().stream()
                        .limit(FEW)
                        .map(cell -> of(cell, told, groups))
                        .toList();
    }

    private static Mix of(Apart.Cell cell, List<Told> told, Counted... groups) {
        long[] part = new long[groups.length];
        long[] whole = new long[groups.length];
        long[] otherPart = new long[groups.length];
        long[] otherWhole = new long[groups.length];
        for (int group = 0; group < groups.length; group++) {
            part[group] = groups[group].back()[cell.row()][cell.column()];
            whole[group] = groups[group].size()[cell.row()][cell.column()];
            otherPart[group] = groups[group].allBack()[cell.column()] - part[group];
            otherWhole[group] = groups[group].allSize()[cell.column()] - whole[group];
        }
        Mixture taken = Mixture.of(part, whole, otherPart, otherWhole);
        double sign = Math.signum(taken.allMix());
        int most = IntStream.range(0, groups.length)
                .reduce(0, (a, b) -> sign * taken.mix()[b] > sign * taken.mix()[a] ? b : a);
        return new Mix(
                cell.row(),
                cell.column(),
                taken.allMix(),
                taken.allWithin(),
                told.get(most).group().part(),
                (double) whole[most] / cell.size(),
                (double) otherWhole[most] / cell.othersSize());
    }
}
