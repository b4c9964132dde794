package coldtide.core.tidetable;

import coldtide.core.log.rule.RevenueType;
import coldtide.core.scan.ArraySums;
import java.util.Arrays;

/** Counts by kind and period, and revenue by type and period in millionths of the currency. Mutable: filled while shards are scanned. */
final class CountTable {
    final long[][] counts;
    final long[][] micros;

    CountTable(int periods) {
        counts = new long[Count.values().length][periods];
        micros = new long[RevenueType.values().length][periods];
    }

    long[] of(Count count) {
        return counts[count.ordinal()];
    }

    void add(CountTable from) {
        ArraySums.add(counts, from.counts);
        ArraySums.add(micros, from.micros);
    }

    /** All counts of one period. */
    long[] counts(int period) {
        return column(counts, period);
    }

    /** All money of one period. */
    long[] micros(int period) {
        return column(micros, period);
    }

    static long[] column(long[][] rows, int place) {
        return Arrays.stream(rows).mapToLong(row -> row[place]).toArray();
    }
}
