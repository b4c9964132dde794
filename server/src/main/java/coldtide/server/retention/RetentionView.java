package coldtide.server.retention;

import coldtide.core.measure.MeasureAnswer.Kind;
import coldtide.core.retention.BeforeAfter;
import coldtide.core.retention.Flattening;
import coldtide.core.retention.MixEffect;
import coldtide.core.retention.Projection;
import coldtide.core.retention.RetentionAnswer;
import coldtide.core.retention.RetentionAnswer.Line;
import coldtide.core.retention.RetentionAnswer.Triangle;
import coldtide.core.retention.SignificantCells;
import coldtide.core.retention.cohort.Ages;
import coldtide.core.stats.Difference;
import coldtide.core.stats.Share;
import coldtide.core.stats.ShiftedBetaGeometric.Left;
import coldtide.server.engine.QueryService.Asked;
import io.swagger.v3.oas.annotations.media.Schema;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;

/**
 * The triangles.
 *
 * @param groups those of the split, each a line in every triangle
 * @param events the names that may be a start or count as coming back
 * @param leftOut sentences about what is not in it because it is not there
 */
record RetentionView(
        List<Ages> columns,
        List<CohortView> cohorts,
        List<TriangleView> triangles,
        List<FollowedGroup> groups,
        List<String> events,
        List<String> leftOut) {
    private static final int FEW = 5;

    /** @param around the day before and after which cohorts are compared; null for none */
    static RetentionView of(
            Asked asked,
            List<Ages> columns,
            RetentionAnswer answer,
            double tolerance,
            LocalDate around,
            List<String> leftOut) {
        return new RetentionView(
                columns,
                CohortView.of(answer.cohorts()),
                IntStream.range(0, answer.triangles().size())
                        .mapToObj(way -> TriangleView.of(answer, way, tolerance, around))
                        .toList(),
                FollowedGroup.of(answer.groups()),
                names(asked),
                leftOut);
    }

    /** The names that may be a start or count as coming back. */
    static List<String> names(Asked asked) {
        List<String> names = asked.log().eventNames();
        return IntStream.range(0, names.size())
                .filter(code -> !asked.log().isPassive(code))
                .mapToObj(names::get)
                .sorted()
                .toList();
    }

    /**
     * How people came back in one way.
     *
     * @param returned by cohort and column
     * @param pooled by column
     * @param apart which cells lie apart from the other cohorts
     * @param lines by group and column, the cohorts complete there together
     * @param groupsApart which of those lie apart from everybody else
     * @param mixes of the surest cohorts apart, whether their people are of other groups; empty without a split by a property
     * @param flattening null unless columns are single ages one after the other and two at least are complete
     * @param projection null unless columns are such ages and enough are complete
     * @param around null unless asked for
     */
    record TriangleView(
            String name,
            List<List<Long>> returned,
            List<PooledView> pooled,
            ApartView apart,
            List<List<PooledView>> lines,
            ApartView groupsApart,
            List<MixView> mixes,

            @Schema(
                    types = {"object", "null"},
                    implementation = FlatteningView.class)
            FlatteningView flattening,

            @Schema(
                    types = {"object", "null"},
                    implementation = ProjectionView.class)
            ProjectionView projection,

            @Schema(
                    types = {"object", "null"},
                    implementation = AroundView.class)
            AroundView around) {
        static TriangleView of(RetentionAnswer answer, int way, double tolerance, LocalDate around) {
            Triangle triangle = answer.triangles().get(way);
            boolean goesOn = !triangle.steps().isEmpty();
            return new TriangleView(
                    triangle.name(),
                    triangle.returned(),
                    PooledView.of(triangle.all()),
                    ApartView.of(triangle.apart(), triangle.returned().size()),
                    triangle.groups().stream().map(PooledView::of).toList(),
                    ApartView.of(triangle.groupsApart(), triangle.groups().size()),
                    triangle.mixes().stream().map(MixView::of).toList(),
                    goesOn ? FlatteningView.of(Flattening.of(triangle.steps(), tolerance)) : null,
                    goesOn
                            ? Projection.of(triangle.all().pooled())
                                    .map(ProjectionView::of)
                                    .orElse(null)
                            : null,
                    around == null ? null : AroundView.of(BeforeAfter.of(answer, way, around)));
        }
    }

    /**
     * Cells that differ significantly from the others of their column, after correction for all tests.
     *
     * @param compared how many cells were
     * @param columns by row, those in which it does
     * @param surest the surest few
     */
    record ApartView(int compared, List<List<Integer>> columns, List<CellView> surest) {
        static ApartView of(SignificantCells apart, int rows) {
            List<List<Integer>> columns = IntStream.range(0, rows)
                    .mapToObj(row -> (List<Integer>) new ArrayList<Integer>())
                    .toList();
            apart.cells().forEach(cell -> columns.get(cell.row()).add(cell.column()));
            return new ApartView(
                    apart.tests(),
                    columns,
                    apart.cells().stream().limit(FEW).map(CellView::of).toList());
        }
    }

    /** A cell apart from the others of its column: both shares, and how far they are from each other. */
    record CellView(int row, int column, double share, double others, double difference, double low, double high) {
        static CellView of(SignificantCells.Cell cell) {
            Difference difference = cell.difference();
            return new CellView(
                    cell.row(),
                    cell.column(),
                    (double) cell.returned() / cell.size(),
                    (double) cell.othersReturned() / cell.othersSize(),
                    difference.value(),
                    difference.low(),
                    difference.high());
        }
    }

    /**
     * Why a cohort lies apart.
     *
     * @param mix what other sizes of groups add to the difference; {@code within}, what other shares within them do
     * @param value of the group whose size adds most, null for what {@code kind} says; it is {@code size} of the cohort's people and
     *     {@code others} of the other cohorts'
     */
    record MixView(
            int row,
            int column,
            double mix,
            double within,
            Kind kind,
            @Schema(types = {"string", "null"}) String value,
            double size,
            double others) {
        static MixView of(MixEffect mix) {
            return new MixView(
                    mix.row(),
                    mix.column(),
                    mix.mix(),
                    mix.within(),
                    mix.group().kind(),
                    mix.group().value().orElse(null),
                    mix.size(),
                    mix.others());
        }
    }

    /** All cohorts complete at an age; without members there is no share. */
    record PooledView(
            int cohorts,
            long returned,
            long size,
            @Schema(types = {"number", "null"}) Double share,
            @Schema(types = {"number", "null"}) Double low,
            @Schema(types = {"number", "null"}) Double high) {
        static List<PooledView> of(Line line) {
            return line.pooled().stream()
                    .map(pooled -> of(pooled.cohorts(), pooled.share()))
                    .toList();
        }

        static PooledView of(int cohorts, Optional<Share> share) {
            return new PooledView(
                    cohorts,
                    share.map(Share::part).orElse(0L),
                    share.map(Share::whole).orElse(0L),
                    share.map(Share::value).orElse(null),
                    share.map(Share::low).orElse(null),
                    share.map(Share::high).orElse(null));
        }
    }

    /**
     * Whether the pooled curve has flattened.
     *
     * @param from the age from which it is flat; of no meaning if it is not
     * @param lastAge the later age of the last step known; {@code loss}, {@code low} and {@code high} are of that step
     */
    record FlatteningView(
            Flattening.Kind kind, double tolerance, int from, int lastAge, double loss, double low, double high) {
        static FlatteningView of(Flattening found) {
            Difference loss = found.last().loss();
            return new FlatteningView(
                    found.kind(),
                    found.tolerance(),
                    found.from(),
                    found.last().to(),
                    loss.value(),
                    loss.low(),
                    loss.high());
        }
    }

    /** A share foretold. */
    record AheadView(double share, double low, double high) {
        static List<AheadView> of(List<Left> ahead) {
            return ahead.stream()
                    .map(left -> new AheadView(left.share(), left.low(), left.high()))
                    .toList();
        }
    }

    /**
     * How the curve would go on by the shifted-beta-geometric model.
     *
     * @param from the first age foretold
     * @param testedFrom the first age that was foretold from those before it; null where there were too few
     * @param meanError how far what was foretold then lay from what came, as a share; {@code worst} at the most
     */
    record ProjectionView(
            double alpha,
            double beta,
            double spread,
            int from,
            List<AheadView> ahead,
            @Schema(types = {"integer", "null"}) Integer testedFrom,
            List<AheadView> foretold,
            @Schema(types = {"number", "null"}) Double meanError,
            @Schema(types = {"number", "null"}) Double worst) {
        static ProjectionView of(Projection projection) {
            Optional<Projection.BackTest> test = projection.test();
            return new ProjectionView(
                    projection.alpha(),
                    projection.beta(),
                    projection.spread(),
                    projection.from(),
                    AheadView.of(projection.ahead()),
                    test.map(Projection.BackTest::from).orElse(null),
                    test.map(Projection.BackTest::foretold).map(AheadView::of).orElse(List.of()),
                    test.map(Projection.BackTest::meanError).orElse(null),
                    test.map(Projection.BackTest::worst).orElse(null));
        }
    }

    /** Cohorts before and after a day at equal age; how many are before, after, and on both sides and so neither. */
    record AroundView(int before, int after, int across, List<AroundColumn> columns) {
        static AroundView of(BeforeAfter around) {
            return new AroundView(
                    around.before(),
                    around.after(),
                    around.across(),
                    around.columns().stream().map(AroundColumn::of).toList());
        }
    }

    /** After less before; null where either has no complete cohort. */
    record AroundColumn(
            PooledView before,
            PooledView after,
            @Schema(types = {"number", "null"}) Double difference,
            @Schema(types = {"number", "null"}) Double low,
            @Schema(types = {"number", "null"}) Double high) {
        static AroundColumn of(BeforeAfter.Column column) {
            Optional<Difference> difference = column.difference();
            return new AroundColumn(
                    PooledView.of(0, column.before()),
                    PooledView.of(0, column.after()),
                    difference.map(Difference::value).orElse(null),
                    difference.map(Difference::low).orElse(null),
                    difference.map(Difference::high).orElse(null));
        }
    }
}
