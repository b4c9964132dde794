package coldtide.server.place;

import coldtide.core.filter.EventCondition;
import coldtide.core.filter.value.ValueTest;
import coldtide.core.place.Levels;
import coldtide.core.place.PlaceAnswer;
import coldtide.core.place.PlaceMeasure;
import coldtide.core.place.PlaceQuestion;
import coldtide.core.place.PlaceQuestion.Against;
import coldtide.core.place.Places;
import coldtide.core.stats.Difference;
import coldtide.core.time.DayRange;
import coldtide.server.apps.Apps;
import coldtide.server.engine.QueryService;
import coldtide.server.engine.QueryService.Answered;
import coldtide.server.engine.QueryService.Asked;
import coldtide.server.filter.ConditionReader;
import coldtide.server.http.Problem;
import coldtide.server.store.app.App;
import coldtide.server.store.app.FloorPlan;
import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.security.Principal;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;
import tools.jackson.databind.JsonNode;

/** HTTP: level maps and their drawings. */
@RestController
@RequestMapping(path = "/api/apps/{app}/places", produces = MediaType.APPLICATION_JSON_VALUE)
class PlaceController {
    private static final int TENTH = 10;
    private static final int USUAL_LEAST = 5;

    private final QueryService asking;
    private final Apps apps;
    private final FloorPlans plans;

    PlaceController(QueryService asking, Apps apps, FloorPlans plans) {
        this.asking = asking;
        this.apps = apps;
        this.plans = plans;
    }

    /** Coordinates that a drawing shows. */
    record BoxView(double minX, double minY, double width, double height) {}

    /**
     * A level on which something has a place, or of which there is a drawing.
     *
     * @param events with a place on it
     * @param box of its drawing, or as far as places lie apart where there is none
     */
    record LevelView(double level, long events, boolean hasPlan, BoxView box) {}

    /**
     * What is asked.
     *
     * @param level value of the property {@code level}
     * @param what a condition on events; null for anything that has a place
     * @param among a condition on people; null for everybody
     * @param compared other days to be set beside; null for none
     * @param first people to be set against the rest; null for none
     * @param square side of a square in units of x and y
     * @param property of a mean or percentile
     * @param percent of a percentile; null for 10
     * @param least fewest people of a square that is told; null for 5
     * @param lenient whether what is not there is left out
     */
    record PlaceAsk(
            double level,
            @NotNull DayRange range,

            @Schema(
                    types = {"object", "null"},
                    implementation = Map.class)
            JsonNode what,

            @Schema(
                    types = {"object", "null"},
                    implementation = Map.class)
            JsonNode among,

            @Schema(
                    types = {"object", "null"},
                    implementation = DayRange.class)
            DayRange compared,

            @Schema(
                    types = {"object", "null"},
                    implementation = Map.class)
            JsonNode first,

            double square,
            @NotNull PlaceMeasure measure,
            @Schema(types = {"string", "null"}) String property,
            @Schema(types = {"integer", "null"}) Integer percent,
            @Schema(types = {"integer", "null"}) Integer least,
            @Schema(types = {"boolean", "null"}) Boolean lenient) {
        PlaceQuestion question(Asked asked, ConditionReader reader) {
            EventCondition onLevel =
                    new EventCondition.Property("level", new ValueTest.Within(level, true, level, true));
            if (measure.isOfProperty() && (property == null || !asked.log().hasNumbers(property))) {
                throw Problem.badField(
                        "property",
                        "A mean or a percentile is of a property with numbers, and \""
                                + (property == null ? "" : property) + "\" is none.");
            }
            if (compared != null && isGiven(first)) {
                throw Problem.badField("first", "Compare with other days or with other users, not with both at once.");
            }
            if (compared != null
                    && compared.from().isBefore(range.to())
                    && range.from().isBefore(compared.to())) {
                throw Problem.badField("compared", "The days compared with overlap the days asked about.");
            }
            return new PlaceQuestion(
                    EventCondition.all(reader.events(what, "what", EventCondition.ANY), onLevel),
                    range,
                    reader.among(among),
                    isGiven(first)
                            ? new Against.People(reader.people(first, "first"))
                            : compared != null ? new Against.Days(compared) : new Against.Nothing(),
                    square,
                    measure,
                    measure.isOfProperty() ? property : "",
                    percent == null ? TENTH : percent,
                    least == null ? USUAL_LEAST : least);
        }

        private static boolean isGiven(JsonNode condition) {
            return condition != null && !condition.isNull();
        }
    }

    /** Value of a square; null with too few users. */
    record SeenView(
            @Schema(types = {"integer", "null"}) Long people,
            @Schema(types = {"integer", "null"}) Long events,
            @Schema(types = {"number", "null"}) Double value,
            @Schema(types = {"number", "null"}) Double low,
            @Schema(types = {"number", "null"}) Double high) {
        static SeenView of(PlaceAnswer.Seen seen) {
            return seen.isTold()
                    ? new SeenView(
                            seen.people(), seen.events(), known(seen.value()), known(seen.low()), known(seen.high()))
                    : new SeenView(null, null, null, null, null);
        }

        private static Double known(double value) {
            return Double.isFinite(value) ? value : null;
        }
    }

    /** The first side less the second; adjusted is its p-value, corrected for all squares together. */
    record SquareDifference(double value, double low, double high, double adjusted) {}

    /** A square by its left and upper edge. */
    record SquareView(
            double x,
            double y,
            List<SeenView> seen,
            @Schema(types = {"object", "null"}) SquareDifference difference) {
        static SquareView of(PlaceAnswer.Cell cell) {
            return new SquareView(
                    cell.x(),
                    cell.y(),
                    cell.seen().stream().map(SeenView::of).toList(),
                    cell.difference()
                            .map(difference -> view(difference, cell.adjusted()))
                            .orElse(null));
        }

        private static SquareDifference view(Difference difference, double adjusted) {
            return new SquareDifference(difference.value(), difference.low(), difference.high(), adjusted);
        }
    }

    /** Every square in which anybody was, by rows. */
    record PlacesView(List<PlaceAnswer.Side> sides, List<SquareView> cells, List<String> leftOut) {}

    /** @param svg a drawing in the coordinates of x and y */
    record NewPlan(
            @NotBlank @Size(max = PlanSvg.MOST_CHARACTERS) String svg) {}

    /** @param leftOut names of elements and attributes that were not taken over */
    record KeptPlan(LevelView level, Set<String> leftOut) {}

    @PostMapping
    Answered<PlacesView> places(@PathVariable String app, @Valid @RequestBody PlaceAsk ask) {
        return asking.askShared(app, "places", ask, asked -> {
            ConditionReader reader = asked.reader(ask.lenient());
            PlaceAnswer answer =
                    Places.answer(asked.log(), asked.runner(), asked.conditions(), ask.question(asked, reader));
            return new PlacesView(
                    answer.sides(), answer.cells().stream().map(SquareView::of).toList(), reader.leftOut());
        });
    }

    @GetMapping("/levels")
    Answered<List<LevelView>> levels(@PathVariable String app) {
        List<FloorPlan> drawn = plans.of(apps.require(app));
        return asking.ask(app, asked -> {
            Map<Double, LevelView> all = new TreeMap<>();
            drawn.forEach(plan -> all.put(plan.level(), view(plan, 0)));
            Levels.of(asked.log(), asked.runner()).forEach(level -> {
                LevelView known = all.get(level.number());
                BoxView box = known == null
                        ? new BoxView(
                                level.minX(),
                                level.minY(),
                                Math.max(1, level.maxX() - level.minX()),
                                Math.max(1, level.maxY() - level.minY()))
                        : known.box();
                all.put(level.number(), new LevelView(level.number(), level.events(), known != null, box));
            });
            return List.copyOf(all.values());
        });
    }

    private static LevelView view(FloorPlan plan, long events) {
        FloorPlan.Box box = plan.box();
        return new LevelView(
                plan.level(), events, true, new BoxView(box.minX(), box.minY(), box.width(), box.height()));
    }

    /** The drawing, as a picture: nothing in it runs and nothing is fetched. */
    @GetMapping(path = "/plans/{level}", produces = "image/svg+xml")
    ResponseEntity<String> plan(@PathVariable String app, @PathVariable double level) {
        FloorPlan plan = plans.of(apps.require(app), level)
                .orElseThrow(() -> Problem.notFound("There is no floor plan of level " + level + "."));
        return ResponseEntity.ok()
                .header("Content-Security-Policy", "default-src 'none'; sandbox")
                .body(plan.svg());
    }

    @PutMapping("/plans/{level}")
    KeptPlan keep(
            @PathVariable String app, @PathVariable double level, @Valid @RequestBody NewPlan entry, Principal who) {
        App of = apps.require(app);
        Set<String> leftOut = plans.keep(of, level, entry.svg(), who.getName());
        return new KeptPlan(view(plans.of(of, level).orElseThrow(), 0), leftOut);
    }

    @DeleteMapping("/plans/{level}")
    void remove(@PathVariable String app, @PathVariable double level) {
        plans.remove(apps.require(app), level);
    }
}
