package coldtide.server.rows;

import coldtide.server.store.intake.RejectedRow.Kind;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import tools.jackson.core.JacksonException;
import tools.jackson.core.JsonParser;
import tools.jackson.core.JsonToken;
import tools.jackson.core.ObjectReadContext;
import tools.jackson.core.StreamReadConstraints;
import tools.jackson.core.json.JsonFactory;

/**
 * A JSON list taken apart into the texts of its elements, so that each is read, and refused, by itself. Elements are not read
 * here: one that is nested too deep, has a name twice or holds a huge number is still one element.
 *
 * @param elements as they were sent, up to where the list stops being JSON
 * @param rest from there on, as a list of its own; empty if all of it is JSON
 */
public record JsonBatch(List<String> elements, Optional<Rest> rest) {
    private static final int DEEPEST = 100_000;

    private static final JsonFactory LENIENT = JsonFactory.builder()
            .streamReadConstraints(StreamReadConstraints.builder()
                    .maxNestingDepth(DEEPEST)
                    .maxNumberLength(Integer.MAX_VALUE)
                    .maxStringLength(Integer.MAX_VALUE)
                    .maxNameLength(Integer.MAX_VALUE)
                    .build())
            .build();

    /** Parts of the batch that are not readable. */
    public record Rest(String text, RowFault fault) {}

    /**
     * Takes a list apart.
     *
     * @return empty if the text does not begin as a list
     */
    public static Optional<JsonBatch> split(String json) {
        List<String> elements = new ArrayList<>();
        int end = 0;
        try (JsonParser parser = LENIENT.createParser(ObjectReadContext.empty(), json)) {
            if (parser.nextToken() != JsonToken.START_ARRAY) {
                return Optional.empty();
            }
            end = offset(parser.currentLocation().getCharOffset());
            while (parser.nextToken() != JsonToken.END_ARRAY) {
                if (parser.currentToken() == null) {
                    throw new IllegalArgumentException("The list is not closed.");
                }
                int start = offset(parser.currentTokenLocation().getCharOffset());
                parser.skipChildren();
                parser.finishToken();
                elements.add(
                        json.substring(start, offset(parser.currentLocation().getCharOffset())));
                end = offset(parser.currentLocation().getCharOffset());
            }
            return Optional.of(new JsonBatch(elements, Optional.empty()));
        } catch (JacksonException | IllegalArgumentException broken) {
            if (end == 0) {
                return Optional.empty();
            }
            String rest = json.substring(end).stripLeading();
            String list = "[" + (rest.startsWith(",") ? rest.substring(1) : rest);
            RowFault fault = new RowFault(
                    Kind.FORM,
                    null,
                    "From here on (character " + (end + 1)
                            + ") the batch is not valid JSON, so its events cannot be told" + " from each other. The "
                            + elements.size() + " before were read.");
            return Optional.of(new JsonBatch(elements, Optional.of(new Rest(list, fault))));
        }
    }

    private static int offset(long charOffset) {
        return Math.toIntExact(charOffset);
    }
}
