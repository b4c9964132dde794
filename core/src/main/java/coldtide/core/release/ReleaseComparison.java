package coldtide.core.release;

import coldtide.core.log.EventLog;
import coldtide.core.scan.ScanRunner;
import coldtide.core.stats.FalseDiscovery;
import it.unimi.dsi.fastutil.ints.IntArrayList;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.IntToDoubleFunction;
import java.util.stream.IntStream;
import org.apache.commons.statistics.distribution.NormalDistribution;

/**
 * Compares each release with users of its platform who were not on it, on the same days of its rollout and with equal activity before it,
 * because users who update early differ from others. Cells are weighted as in N. Mantel and W. Haenszel, J. National Cancer Institute 22
 * (1959) 719–748: a cell with hardly any users on one side hardly counts. Each user is a cluster (W. G. Cochran, Sampling Techniques, 3rd ed.
 * 1977, chapter 9). Both cited from memory. Cost: two passes over the days of users during rollouts.
 */
public final class ReleaseComparison {
    private static final NormalDistribution NORMAL = NormalDistribution.of(0, 1);
    private static final double Z = NORMAL.inverseCumulativeProbability(0.975);

    private final List<KnownRelease> known;
    private final MatchedCells cells;
    private final double[][] squares;

    private ReleaseComparison(EventLog log, ScanRunner runner, List<KnownRelease> known) {
        this.known = known;
        PersonDays days = new PersonDays(log, new Rollouts(log, known));
        cells = runner.run(log, new CellCounting(days));
        squares = runner.run(log, new PersonScatter(days, cells));
    }

    /**
     * Of each version all its platforms together, if it has several, then each by itself, in the order in which versions are met; all tests
     * of one are corrected together.
     */
    public static List<ReleaseStanding> of(EventLog log, ScanRunner runner, List<KnownRelease> known) {
        return new ReleaseComparison(log, runner, List.copyOf(known)).standings();
    }

    private List<ReleaseStanding> standings() {
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
                standings.add(standing(new KnownRelease(version, KnownRelease.ALL_PLATFORMS, starts), abouts));
            }
            abouts.forEach(about -> standings.add(standing(known.get(about), IntArrayList.of(about))));
        });
        return standings;
    }

    private ReleaseStanding standing(KnownRelease release, IntArrayList abouts) {
        List<Compared> raw = Arrays.stream(Measured.values())
                .flatMap(measured ->
                        compared(
                                measured,
                                abouts.intStream()
                                        .map(about -> PersonDays.place(about, measured))
                                        .toArray())
                                .stream())
                .toList();
        double[] adjusted = FalseDiscovery.adjusted(
                raw.stream().mapToDouble(Compared::adjusted).toArray());
        List<Compared> corrected = IntStream.range(0, raw.size())
                .mapToObj(i -> raw.get(i).corrected(adjusted[i]))
                .toList();
        return ReleaseStanding.of(release, corrected);
    }

    /** Not yet corrected; empty where one side has nobody or nothing. */
    private Optional<Compared> compared(Measured measured, int[] places) {
        double weights = sum(places, cells::weights);
        double on = sum(places, place -> cells.weighted(place, 1));
        double off = sum(places, place -> cells.weighted(place, 0));
        if (!(on > 0 && off > 0)) {
            return Optional.empty();
        }
        double ratio = Math.log(on / off);
        double error = Math.sqrt(sum(places, place -> squares[1][place]) / (on * on)
                + sum(places, place -> squares[0][place]) / (off * off));
        return Optional.of(new Compared(
                measured,
                on / weights / measured.parts(),
                off / weights / measured.parts(),
                Math.expm1(ratio),
                Math.expm1(ratio - Z * error),
                Math.expm1(ratio + Z * error),
                chance(ratio, error),
                sum(places, place -> cells.count(place, 1)),
                sum(places, place -> cells.count(place, 0))));
    }

    /** Two-sided; where nobody differs from anybody, nothing is told. */
    private static double chance(double ratio, double error) {
        return ratio == 0 ? 1 : 2 * NORMAL.cumulativeProbability(-Math.abs(ratio) / error);
    }

    private static double sum(int[] places, IntToDoubleFunction of) {
        return IntStream.of(places).mapToDouble(of).sum();
    }
}
