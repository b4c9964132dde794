package coldtide.bench;

import coldtide.core.anomaly.Incident;
import coldtide.core.anomaly.explain.CauseKind;
import coldtide.core.tidetable.Figure;
import coldtide.world.scenario.Scenario;
import it.unimi.dsi.fastutil.doubles.DoubleArrayList;
import java.io.PrintStream;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.EnumMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;

/** What was found of what was planted, counted up. */
final class Accuracy {
    private static final int THREE = 3;
    private static final double DAYS_OF_YEAR = 365.25;
    /** What is asked for: of drops worth so much of a slice holding so many of all people; and what can be told of them at all. */
    private static final double LEAST_MISSING = 0.1;

    private static final double LEAST_PEOPLE = 0.03;
    private static final double LEAST_ERRORS = 5;

    /** Of things alike, how many there were and what was right of them. */
    private static final class Line {
        private int planted;
        private int found;
        private int first;
        private int inThree;
        private int kind;
        private int released;
        private int release;
        private int intervals;
        private int covered;
        private final DoubleArrayList late = new DoubleArrayList();

        void print(PrintStream out, String name) {
            double[] hours = late.toDoubleArray();
            Arrays.sort(hours);
            out.printf(
                    "%-26s %7d %9s %9s %9s %9s %9s %9s %9s%n",
                    name,
                    planted,
                    part(found, planted),
                    part(first, planted),
                    part(inThree, planted),
                    part(kind, planted),
                    part(release, released),
                    hours.length == 0 ? "" : "%.0f".formatted(hours[hours.length / 2]),
                    part(covered, intervals));
        }

        private static String part(int some, int all) {
            return all == 0 ? "" : "%d/%d".formatted(some, all);
        }
    }

    private final Map<CauseKind, Line> byKind = new EnumMap<>(CauseKind.class);
    private final Map<String, Line> bySize = new TreeMap<>();
    /** Of slices by how many standard errors of a mere count are missing in truth. */
    private final Map<String, Line> byWeight = new TreeMap<>();

    private final Line all = new Line();
    private final DoubleArrayList millis = new DoubleArrayList();
    private final DoubleArrayList watchMillis = new DoubleArrayList();
    private int falseDrops;
    private int falseIncidents;
    private double years;

    /** @param watching until every rate of every slice was looked through. @param all until each case was taken apart, too */
    void took(double watching, double all) {
        watchMillis.add(watching);
        millis.add(all);
    }

    void quiet(List<Incident> found, int days) {
        falseIncidents += found.size();
        falseDrops += found.stream()
                .mapToInt(incident -> Math.max(1, incident.drops().size()))
                .sum();
        years += days / DAYS_OF_YEAR;
    }

    void planted(PlantedTruth truth, Scenario scenario, List<Incident> found, LostAmount lost) {
        List<Incident> candidates = truth.candidates(found);
        Optional<Incident> right = candidates.stream()
                .filter(incident -> truth.isRightSlice(scenario, incident))
                .findFirst();
        Optional<Incident> about = right.or(() -> candidates.stream()
                .filter(incident -> truth.isAbout(scenario, incident))
                .findFirst());
        boolean first = candidates.stream().limit(1).anyMatch(incident -> truth.isRightSlice(scenario, incident));
        boolean inThree = candidates.stream().limit(THREE).anyMatch(incident -> truth.isRightSlice(scenario, incident));
        Optional<Boolean> covered = right.flatMap(lost::isInInterval);
        double people = lost.partOfPeople();
        String size = people < 0.015
                ? "a: under 1.5 % of people"
                : people < 0.03
                        ? "b: 1.5 to 3 %"
                        : people < 0.1 ? "c: 3 to 10 %" : people < 1 ? "d: over 10 %" : "e: everybody";
        for (Line line : linesOf(truth, people, size, lost)) {
            line.planted++;
            line.found += about.isPresent() ? 1 : 0;
            line.first += first ? 1 : 0;
            line.inThree += inThree ? 1 : 0;
            line.kind +=
                    about.filter(incident -> incident.kind() == truth.kind()).isPresent() ? 1 : 0;
            if (truth.version().isPresent() && about.isPresent()) {
                line.released++;
                line.release += truth.isRightRelease(about.get()) ? 1 : 0;
            }
            about.ifPresent(incident -> line.late.add(truth.hoursLate(incident)));
            covered.ifPresent(is -> {
                line.intervals++;
                line.covered += is ? 1 : 0;
            });
        }
    }

    private List<Line> linesOf(PlantedTruth truth, double people, String size, LostAmount lost) {
        List<Line> lines = new ArrayList<>();
        lines.add(all);
        lines.add(byKind.computeIfAbsent(truth.kind(), fresh -> new Line()));
        lines.add(bySize.computeIfAbsent(size, fresh -> new Line()));
        if (people >= 1) {
            lines.add(byWeight.computeIfAbsent("i: everybody's", fresh -> new Line()));
            return lines;
        }
        LostAmount.Missing missing = lost.missing();
        String weight = missing.errors() < 5
                ? "f: under 5 errors missing"
                : missing.errors() < 8 ? "g: 5 to 8 errors" : "h: over 8 errors";
        lines.add(byWeight.computeIfAbsent(weight, fresh -> new Line()));
        if (people >= LEAST_PEOPLE && missing.part() >= LEAST_MISSING) {
            lines.add(byWeight.computeIfAbsent("j: 10 % of 3 % of people", fresh -> new Line()));
            if (missing.errors() >= LEAST_ERRORS) {
                lines.add(byWeight.computeIfAbsent("k: these, over 5 errors", fresh -> new Line()));
            }
        }
        return lines;
    }

    int planted() {
        return all.planted;
    }

    int found() {
        return all.found;
    }

    int looked() {
        return millis.size();
    }

    void print(PrintStream out) {
        out.printf(
                "%n%-26s %7s %9s %9s %9s %9s %9s %9s %9s%n",
                "", "planted", "found", "slice 1st", "in three", "kind", "release", "hours", "interval");
        byKind.forEach((kind, line) -> line.print(out, kind.name().toLowerCase(Locale.ROOT)));
        out.println();
        bySize.forEach((size, line) -> line.print(out, size.substring(3)));
        out.println();
        byWeight.forEach((size, line) -> line.print(out, size.substring(3)));
        out.println();
        all.print(out, "all");
        if (years > 0) {
            int figures = Figure.values().length;
            out.printf(
                    "%nFalse alarms: %d cases with %d falls in %.1f years of nothing, %.2f falls for each of %d figures and year%n",
                    falseIncidents, falseDrops, years, falseDrops / years / figures, figures);
        }
        out.printf("Every rate of every slice was looked through in %s%n", times(watchMillis));
        out.printf("With each case taken apart the search took %s%n", times(millis));
    }

    private static String times(DoubleArrayList millis) {
        double[] times = millis.toDoubleArray();
        Arrays.sort(times);
        return "%.0f ms in the middle, %.0f at most".formatted(times[times.length / 2], times[times.length - 1]);
    }
}
