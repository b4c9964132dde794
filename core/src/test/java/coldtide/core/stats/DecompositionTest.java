package coldtide.core.stats;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.List;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;

/**
 * Level and pattern of two open series against the decomposition by loess (R. B. Cleveland and others, Journal of Official Statistics 6
 * (1990) 3–73). Monthly temperatures at Nottingham Castle, 1920 to 1939, and monthly carbon dioxide at Mauna Loa, 1959 to 1997: R 4.2.2,
 * {@code nottem} with {@code stl(nottem, "periodic", robust = TRUE)} and {@code co2} with {@code stl(co2, s.window = 21)}. That looks
 * both ways and this only back, so they cannot be the same; they must agree to within what a month scatters.
 */
class DecompositionTest {
    private static final int YEAR = 12;

    private record Row(double value, double seasonal, double trend) {}

    private static List<Row> rows(String file) {
        try (var in = DecompositionTest.class.getResourceAsStream(file)) {
            return new String(in.readAllBytes(), StandardCharsets.US_ASCII)
                    .lines()
                    .skip(1)
                    .map(line -> line.split(","))
                    .map(cells -> new Row(
                            Double.parseDouble(cells[0]), Double.parseDouble(cells[1]), Double.parseDouble(cells[2])))
                    .toList();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /** What is forecast for the year after the first so many months. */
    private static double[] nextYear(List<Row> rows, int months) {
        SeasonalTrend trend = new SeasonalTrend(YEAR, rows.get(0).value(), 4);
        rows.subList(0, months).forEach(row -> trend.learn(row.value()));
        double[] year = new double[YEAR];
        for (int month = 0; month < YEAR; month++) {
            year[month] = trend.next().mean();
            trend.pass();
        }
        return year;
    }

    private static double mean(double[] of) {
        return Arrays.stream(of).average().orElseThrow();
    }

    private static double furthest(double[] pattern, List<Row> last) {
        double mean = mean(pattern);
        double seasonal = last.stream().mapToDouble(Row::seasonal).average().orElseThrow();
        return IntStream.range(0, YEAR)
                .mapToDouble(month ->
                        Math.abs(pattern[month] - mean - (last.get(month).seasonal() - seasonal)))
                .max()
                .orElseThrow();
    }

    @Test
    void thePatternOfTemperaturesIsThatOfTheDecomposition() {
        List<Row> rows = rows("nottem.csv");
        double[] year = nextYear(rows, rows.size());
        double scatter = Math.sqrt(rows.stream()
                .mapToDouble(row -> Math.pow(row.value() - row.seasonal() - row.trend(), 2))
                .average()
                .orElseThrow());
        assertThat(furthest(year, rows.subList(0, YEAR))).isLessThan(scatter * 2 / 3);
        assertThat(mean(year)).isCloseTo(rows.get(rows.size() - 1).trend(), within(scatter));
    }

    @Test
    void theRiseOfCarbonDioxideGoesOn() {
        List<Row> rows = rows("co2.csv");
        int known = rows.size() - YEAR;
        double[] year = nextYear(rows, known);
        List<Row> last = rows.subList(known, rows.size());
        double swing = last.stream().mapToDouble(Row::seasonal).max().orElseThrow()
                - last.stream().mapToDouble(Row::seasonal).min().orElseThrow();
        assertThat(furthest(year, last)).isLessThan(0.08 * swing);
        // It rises by about 1.3 a year; a forecast that did not go on would lie as far below.
        double actual = last.stream().mapToDouble(Row::value).average().orElseThrow();
        assertThat(mean(year)).isCloseTo(actual, within(0.3));
    }
}
