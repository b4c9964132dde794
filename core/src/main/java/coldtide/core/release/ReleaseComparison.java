package coldtide.core.release;

import coldtide.core.log.EventLog;
import coldtide.core.log.Shard;
import coldtide.core.scan.Analysis;
import coldtide.core.scan.ScanRunner;
import coldtide.core.stats.FalseDiscovery;
import it.unimi.dsi.fastutil.ints.IntArrayList;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.function.IntToDoubleFunction;
import java.util.stream.IntStream;
import org.apache.commons.statistics.distribution.NormalDistribution;

/**
 * Each release against the people of its platform who were not on it, on the same days of its rollout and as active before it: whoever
 * updates early is unlike others. Days and classes weigh as they do in N. Mantel and W. Haenszel, J. National Cancer Institute 22 (1959)
 * 719–748: those in which hardly anybody is on either side hardly count. Each person is a cluster (W. G. Cochran, Sampling Techniques,
 * 3rd ed. 1977, chapter 9). Both cited from memory. Two passes over the days of people while something rolled out.
 */
public final class ReleaseComparison {
    private static final NormalDistribution NORMAL = NormalDistribution.of(0, 1);
    private static final double Z = NORMAL.inverseCumulativeProbability(0.975);
    /** One alone cannot be told from its cell. */
    private static final int LEAST = 2;

    private static final Measured[] ALL = Measured.values();

    private final EventLog log;
    private final ScanRunner runner;
    private final List<KnownRelease> known;
    private final Rollouts rollouts;

    private ReleaseComparison(EventLog log, ScanRunner runner, List<KnownRelease> known) {
        this.log = log;
        this.runner = runner;
        this.known = known;
        rollouts = new Rollouts(log, known);
    }

    /**
     * Of each version all its platforms together, if it has several, then each by itself, in the order in which versions are met; all tests
     * of one are corrected together.
     */
    public static List<ReleaseStanding> of(EventLog log, ScanRunner runner, List<KnownRelease> known) {
        return new ReleaseComparison(log, runner, List.copyOf(known)).standings();
    }

    private List<ReleaseStanding> standings() {
        Table table = runner.run(log, new Counting());
        double[][] squares = runner.run(log, new Scatter(table));
        Map<String, IntArrayList> versions = new LinkedHashMap<>();
        for (int about = 0; about < known.size(); about++) {
            versions.computeIfAbsent(known.get(about).version(), fresh -> new IntArrayList())
                    .add(about);
        }
        List<ReleaseStanding> standings = new ArrayList<>();
        versions.forEach((version, abouts) -> {
            if (abouts.size() > 1) {
                LocalDate starts = abouts.intStream()
                        .mapToObj(about -> known.get(about).starts())
                        .min(Comparator.naturalOrder())
                        .orElseThrow();
                standings.add(standing(
                        new KnownRelease(version, KnownRelease.ALL_PLATFORMS, starts), abouts, table, squares));
            }
            abouts.forEach(about -> standings.add(standing(known.get(about), IntArrayList.of(about), table, squares)));
        });
        return standings;
    }

    private static ReleaseStanding standing(
            KnownRelease release, IntArrayList abouts, Table table, double[][] squares) {
        List<Compared> raw = new ArrayList<>();
        for (Measured measured : ALL) {
            int[] places = abouts.intStream()
                    .map(about -> table.place(about, measured))
                    .toArray();
            raw.add(compared(measured, places, table, squares));
        }
        double[] adjusted = FalseDiscovery.adjusted(
                raw.stream().mapToDouble(Compared::adjusted).toArray());
        List<Compared> corrected = new ArrayList<>();
        for (int i = 0; i < raw.size(); i++) {
            if (raw.get(i).isKnown()) {
                corrected.add(raw.get(i).corrected(adjusted[i]));
            }
        }
        return ReleaseStanding.of(release, corrected);
    }

    private static Compared compared(Measured measured, int[] places, Table table, double[][] squares) {
        double weights = sum(places, table::weights);
        double on = sum(places, place -> table.weighted(place, 1));
        double off = sum(places, place -> table.weighted(place, 0));
        double onIt = sum(places, place -> table.matched(place, 1));
        double notOnIt = sum(places, place -> table.matched(place, 0));
        if (!(on > 0 && off > 0)) {
            return Compared.unknown(measured, onIt, notOnIt);
        }
        double ratio = Math.log(on / off);
        double error = Math.sqrt(sum(places, place -> squares[1][place]) / (on * on)
                + sum(places, place -> squares[0][place]) / (off * off));
        return new Compared(
                measured,
                on / weights,
                off / weights,
                Math.expm1(ratio),
                Math.expm1(ratio - Z * error),
                Math.expm1(ratio + Z * error),
                chance(ratio, error),
                onIt,
                notOnIt);
    }

    /** Two-sided; where nobody differs from anybody, nothing is told. */
    private static double chance(double ratio, double error) {
        return ratio == 0 ? 1 : 2 * NORMAL.cumulativeProbability(-Math.abs(ratio) / error);
    }

    private static double sum(int[] places, IntToDoubleFunction of) {
        return IntStream.of(places).mapToDouble(of).sum();
    }

    /**
     * What was counted, of what, by release, measure, side and cell. A cell counts where both sides are in it.
     *
     * @param over not on it, then on it; by place, then by cell
     */
    private record Table(double[][][] over, double[][][] under) {
        static Table empty(int releases) {
            int places = releases * ALL.length;
            return new Table(new double[2][places][PersonDays.CELLS], new double[2][places][PersonDays.CELLS]);
        }

        int place(int about, Measured measured) {
            return about * ALL.length + measured.ordinal();
        }

        boolean isMatched(int place, int cell) {
            return Math.min(under[0][place][cell], under[1][place][cell]) >= LEAST;
        }

        double rate(int place, int side, int cell) {
            return over[side][place][cell] / under[side][place][cell];
        }

        double weight(int place, int cell) {
            double on = under[1][place][cell];
            double off = under[0][place][cell];
            return on * off / (on + off);
        }

        double weights(int place) {
            return matchedCells(place).mapToDouble(cell -> weight(place, cell)).sum();
        }

        double weighted(int place, int side) {
            return matchedCells(place)
                    .mapToDouble(cell -> weight(place, cell) * rate(place, side, cell))
                    .sum();
        }

        /** Of how many on a side. */
        double matched(int place, int side) {
            return matchedCells(place)
                    .mapToDouble(cell -> under[side][place][cell])
                    .sum();
        }

        private IntStream matchedCells(int place) {
            return IntStream.range(0, PersonDays.CELLS).filter(cell -> isMatched(place, cell));
        }
    }

    /** The first pass. */
    private final class Counting implements Analysis<Table, Table> {
        @Override
        public Table empty() {
            return Table.empty(rollouts.size());
        }

        @Override
        public void scan(Shard shard, Table partial) {
            new PersonDays(log, rollouts).go(shard, new PersonDays.Sink() {
                @Override
                public void add(int about, Measured measured, int cell, boolean isOn, double over, double under) {
                    int place = partial.place(about, measured);
                    partial.over()[isOn ? 1 : 0][place][cell] += over;
                    partial.under()[isOn ? 1 : 0][place][cell] += under;
                }

                @Override
                public void personEnds() {
                    // A sum needs no end.
                }
            });
        }

        @Override
        public void merge(Table into, Table from) {
            for (int side = 0; side < 2; side++) {
                add(into.over()[side], from.over()[side]);
                add(into.under()[side], from.under()[side]);
            }
        }

        @Override
        public Table finish(Table partial) {
            return partial;
        }
    }

    private static void add(double[][] into, double[][] from) {
        for (int row = 0; row < into.length; row++) {
            for (int i = 0; i < into[row].length; i++) {
                into[row][i] += from[row][i];
            }
        }
    }

    /** The second pass: the squares of what each person adds to either side beyond the rate of its cell. */
    private final class Scatter implements Analysis<double[][], double[][]> {
        private final Table table;
        private final int places;

        Scatter(Table table) {
            this.table = table;
            places = rollouts.size() * ALL.length;
        }

        @Override
        public double[][] empty() {
            return new double[2][places];
        }

        @Override
        public void scan(Shard shard, double[][] partial) {
            new PersonDays(log, rollouts).go(shard, new Residuals(partial));
        }

        @Override
        public void merge(double[][] into, double[][] from) {
            add(into, from);
        }

        @Override
        public double[][] finish(double[][] partial) {
            return partial;
        }

        /** Of one person after the other. */
        private final class Residuals implements PersonDays.Sink {
            private final double[][] squares;
            private final double[][] own = new double[2][places];
            private final IntArrayList touched = new IntArrayList();

            Residuals(double[][] squares) {
                this.squares = squares;
            }

            @Override
            public void add(int about, Measured measured, int cell, boolean isOn, double over, double under) {
                int place = table.place(about, measured);
                if (table.isMatched(place, cell)) {
                    touched.add(place);
                    int side = isOn ? 1 : 0;
                    double each = table.weight(place, cell) / table.under()[side][place][cell];
                    own[side][place] += each * (over - table.rate(place, side, cell) * under);
                }
            }

            @Override
            public void personEnds() {
                touched.forEach(place -> {
                    for (int side = 0; side < 2; side++) {
                        squares[side][place] += own[side][place] * own[side][place];
                        own[side][place] = 0;
                    }
                });
                touched.clear();
            }
        }
    }
}
