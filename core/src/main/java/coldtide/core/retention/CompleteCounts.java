package coldtide.core.retention;

import coldtide.core.retention.cohort.Cohort;
import coldtide.core.scan.ArraySums;
import java.util.Arrays;
import java.util.List;

/**
 * What is complete of some rows, cohorts or groups: by row and column the members of whom it can be said, and how many of them came
 * back; and of all users together.
 */
record CompleteCounts(long[][] size, long[][] back, long[] allSize, long[] allBack) {
    /**
     * A row a cohort: its members where the column is complete, else nobody.
     *
     * @param members by cohort how many of it are looked at
     */
    static CompleteCounts ofCohorts(List<Cohort> cohorts, long[] members, int[][] returned, int columns) {
        long[][] size = new long[returned.length][columns];
        long[][] back = new long[returned.length][columns];
        for (int cohort = 0; cohort < returned.length; cohort++) {
            int complete = Math.min(columns, cohorts.get(cohort).completeColumns());
            Arrays.fill(size[cohort], 0, complete, members[cohort]);
            for (int column = 0; column < complete; column++) {
                back[cohort][column] = returned[cohort][column];
            }
        }
        return new CompleteCounts(size, back, sum(size, columns), sum(back, columns));
    }

    /** A row a group: in each column those of the cohorts complete there. */
    CompleteCounts ofGroups(CompleteCounts... groups) {
        long[][] size = new long[groups.length][];
        long[][] back = new long[groups.length][];
        for (int group = 0; group < groups.length; group++) {
            size[group] = groups[group].allSize;
            back[group] = groups[group].allBack;
        }
        return new CompleteCounts(size, back, allSize, allBack);
    }

    private static long[] sum(long[][] rows, int columns) {
        long[] sum = new long[columns];
        for (long[] row : rows) {
            ArraySums.add(sum, row);
        }
        return sum;
    }
}
