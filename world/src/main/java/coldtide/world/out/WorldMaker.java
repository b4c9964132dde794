package coldtide.world.out;

import coldtide.world.World;
import coldtide.world.out.Wire.Count;
import coldtide.world.scenario.Scenario;
import coldtide.world.scenario.ScenarioFile;
import coldtide.world.scenario.ScenarioRefused;
import java.io.IOException;
import java.nio.file.Path;
import java.time.DateTimeException;
import java.time.LocalDate;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** Makes a world and writes it to files, as told on the command line. */
public final class WorldMaker {
    private static final String USAGE = """
            --out FILE          the events, as .csv, .ndjson or .parquet
            --settlements FILE  what the advert network settles, as CSV
            --plans FOLDER      the floor plan of each tower, as SVG
            --truth FILE        the scenario as it was made: its days, its happenings and their truths
            --scenario FILE     another world than Gullcombe Lights (docs/scenario-format.md)
            --people N, --weeks N, --end YYYY-MM-DD, --seed N   in place of the scenario's
            --without NAME      a happening to leave out; "all" leaves out every one; several with commas""";

    private static final List<String> OPTIONS = List.of(
            "--out",
            "--settlements",
            "--plans",
            "--truth",
            "--scenario",
            "--people",
            "--weeks",
            "--end",
            "--seed",
            "--without");

    private final Map<String, String> options;

    private WorldMaker(Map<String, String> options) {
        this.options = options;
    }

    public static void main(String[] arguments) throws IOException {
        try {
            Map<String, String> options = options(arguments);
            if (options.isEmpty()) {
                System.out.println(USAGE);
                return;
            }
            new WorldMaker(options).make();
        } catch (IllegalArgumentException | DateTimeException | ScenarioRefused e) {
            System.err.println(e.getMessage());
            System.exit(2);
        }
    }

    private static Map<String, String> options(String[] arguments) {
        Map<String, String> options = new HashMap<>();
        for (int i = 0; i < arguments.length; i += 2) {
            if (!OPTIONS.contains(arguments[i]) || i + 1 == arguments.length) {
                throw new IllegalArgumentException(
                        "\"" + arguments[i] + "\" is no option or lacks its value.\n" + USAGE);
            }
            options.put(arguments[i], arguments[i + 1]);
        }
        return options;
    }

    private void make() throws IOException, ScenarioRefused {
        Scenario scenario = scenario();
        World world = new World(scenario);
        if (options.containsKey("--truth")) {
            ScenarioFile.write(scenario, file("--truth"));
        }
        if (options.containsKey("--plans")) {
            TowerPlan.write(scenario.places(), file("--plans"));
        }
        if (options.containsKey("--settlements")) {
            SettlementFile.write(world, file("--settlements"));
        }
        if (options.containsKey("--out")) {
            Count count = EventFile.write(world, file("--out"));
            System.out.println(count.events() + " events, " + count.twice() + " of them sent twice, and "
                    + count.spoilt() + " malformed rows");
        }
    }

    private Path file(String option) {
        return Path.of(options.get(option));
    }

    private Scenario scenario() throws ScenarioRefused {
        Scenario scenario =
                options.containsKey("--scenario") ? ScenarioFile.read(file("--scenario")) : ScenarioFile.gullcombe();
        scenario = scenario.sized(
                number("--people", scenario.people()),
                number("--weeks", scenario.weeks()),
                Optional.ofNullable(options.get("--end")).map(LocalDate::parse).orElse(scenario.end()));
        scenario = options.containsKey("--seed") ? scenario.withSeed(number("--seed", 0)) : scenario;
        for (String name : options.getOrDefault("--without", "").split(",")) {
            scenario =
                    name.equals("all") ? scenario.quiet() : name.isBlank() ? scenario : scenario.without(name.strip());
        }
        return scenario;
    }

    private int number(String option, int otherwise) {
        String value = options.get(option);
        try {
            return value == null ? otherwise : Integer.parseInt(value);
        } catch (NumberFormatException e) {
            throw new IllegalArgumentException(option + " needs a whole number, not \"" + value + "\".", e);
        }
    }
}
