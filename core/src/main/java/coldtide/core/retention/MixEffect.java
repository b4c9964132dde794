package coldtide.core.retention;

import coldtide.core.measure.MeasureAnswer.Part;
import coldtide.core.retention.PeopleGroups.Told;
import coldtide.core.stats.RateDecomposition;
import java.util.List;
import java.util.stream.IntStream;

/**
 * Splits the difference between one cohort and the others at an age: how much comes from a different mix of groups, and how much from
 * different retention within the groups.
 *
 * @param row number of the cohort
 * @param column number of the age
 * @param mix part of the difference that comes from other shares of the groups
 * @param within part of the difference that comes from other retention within the groups
 * @param group the group whose share contributes most
 * @param size that group's share of the cohort
 * @param others that group's share of all other cohorts
 */
public record MixEffect(int row, int column, double mix, double within, Part group, double size, double others) {
    private static final int FEW = 5;

    /**
     * @param apart of the cohorts
     * @param groups in the order of {@code told}, one for every user; no groups, no mix
     */
    static List<MixEffect> of(SignificantCells apart, List<Told> told, CompleteCounts... groups) {
        return groups.length == 0
                ? List.of()
                : apart.cells().stream()
                        .limit(FEW)
                        .map(cell -> of(cell, told, groups))
                        .toList();
    }

    private static MixEffect of(SignificantCells.Cell cell, List<Told> told, CompleteCounts... groups) {
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
        RateDecomposition taken = RateDecomposition.of(part, whole, otherPart, otherWhole);
        double sign = Math.signum(taken.allMix());
        int most = IntStream.range(0, groups.length)
                .reduce(0, (a, b) -> sign * taken.mix()[b] > sign * taken.mix()[a] ? b : a);
        return new MixEffect(
                cell.row(),
                cell.column(),
                taken.allMix(),
                taken.allWithin(),
                told.get(most).group().part(),
                (double) whole[most] / cell.size(),
                (double) otherWhole[most] / cell.othersSize());
    }
}
