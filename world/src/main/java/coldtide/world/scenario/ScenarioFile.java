package coldtide.world.scenario;

import com.fasterxml.jackson.annotation.JsonInclude;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.stream.Collectors;
import tools.jackson.core.JacksonException;
import tools.jackson.core.StreamReadFeature;
import tools.jackson.core.exc.StreamReadException;
import tools.jackson.core.json.JsonFactory;
import tools.jackson.databind.DatabindException;
import tools.jackson.databind.DeserializationFeature;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.exc.UnrecognizedPropertyException;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ObjectNode;

/** Reads scenarios from JSON; the format is described in docs/scenario-format.md. */
public final class ScenarioFile {
    private static final String FORMAT = "cold tide scenario 1";
    private static final long MOST_BYTES = 10_000_000;
    private static final String GULLCOMBE = "/coldtide/world/gullcombe-lights.json";

    private static final JsonMapper JSON = JsonMapper.builder(JsonFactory.builder()
                    .enable(StreamReadFeature.STRICT_DUPLICATE_DETECTION)
                    .build())
            .enable(DeserializationFeature.FAIL_ON_UNKNOWN_PROPERTIES)
            .disable(DeserializationFeature.FAIL_ON_NULL_FOR_PRIMITIVES)
            .changeDefaultPropertyInclusion(usual -> usual.withValueInclusion(JsonInclude.Include.NON_EMPTY))
            .build();

    private ScenarioFile() {}

    /** The world that ships with the application: Gullcombe Lights, 45,000 people over 26 weeks until yesterday. */
    public static Scenario gullcombe() {
        try (InputStream in = ScenarioFile.class.getResourceAsStream(GULLCOMBE)) {
            return read(in.readAllBytes(), "gullcombe-lights.json");
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        } catch (ScenarioRefused e) {
            throw new IllegalStateException(e.getMessage(), e);
        }
    }

    /**
     * Reads a scenario.
     *
     * @throws ScenarioRefused if the file cannot be read or its world cannot be made
     */
    public static Scenario read(Path file) throws ScenarioRefused {
        try {
            if (Files.size(file) > MOST_BYTES) {
                throw new ScenarioRefused(file + " is larger than a scenario may be (10 MB).", null);
            }
            return read(Files.readAllBytes(file), file.toString());
        } catch (IOException e) {
            throw new ScenarioRefused("The scenario " + file + " cannot be read.", e);
        }
    }

    private static Scenario read(byte[] content, String called) throws ScenarioRefused {
        try {
            JsonNode tree = JSON.readTree(content);
            if (!(tree instanceof ObjectNode object)
                    || !object.path("format").asString("").equals(FORMAT)) {
                throw new ScenarioRefused(called + ": \"format\" must be \"" + FORMAT + "\".", null);
            }
            object.remove("format");
            return JSON.treeToValue(object, Scenario.class);
        } catch (StreamReadException e) {
            throw new ScenarioRefused(
                    called + ", line " + e.getLocation().getLineNr() + ": this is no JSON. " + e.getOriginalMessage(),
                    e);
        } catch (DatabindException e) {
            String where = path(e);
            throw new ScenarioRefused(called + (where.isEmpty() ? "" : ", " + where) + ": " + reason(e), e);
        } catch (JacksonException e) {
            throw new ScenarioRefused(called + ": " + e.getOriginalMessage(), e);
        }
    }

    /** Writes a scenario as it is: with its size, its last day, and what is switched off. */
    public static void write(Scenario scenario, Path file) throws IOException {
        ObjectNode tree = JSON.createObjectNode().put("format", FORMAT);
        tree.setAll((ObjectNode) JSON.valueToTree(scenario));
        Files.writeString(file, JSON.writerWithDefaultPrettyPrinter().writeValueAsString(tree) + "\n");
    }

    private static String reason(DatabindException fault) {
        if (fault instanceof UnrecognizedPropertyException unknown) {
            return "there is no \"" + unknown.getPropertyName() + "\" here; known are "
                    + unknown.getKnownPropertyIds().stream()
                            .map(Object::toString)
                            .sorted()
                            .collect(Collectors.joining(", "))
                    + ".";
        }
        for (Throwable cause = fault; cause != null; cause = cause.getCause()) {
            if (cause instanceof IllegalArgumentException) {
                return cause.getMessage();
            }
        }
        return fault.getOriginalMessage();
    }

    /** Like happenings[3].where. */
    private static String path(DatabindException fault) {
        StringBuilder path = new StringBuilder();
        fault.getPath().forEach(step -> {
            if (step.getPropertyName() != null) {
                path.append(path.isEmpty() ? "" : ".").append(step.getPropertyName());
            } else {
                path.append('[').append(step.getIndex()).append(']');
            }
        });
        return path.toString();
    }
}
