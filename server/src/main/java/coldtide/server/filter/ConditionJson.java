package coldtide.server.filter;

import coldtide.core.time.DayRange;
import coldtide.server.http.Problem;
import coldtide.server.store.StorableText;
import java.time.Duration;
import java.time.LocalDate;
import java.time.format.DateTimeParseException;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Set;
import java.util.function.Function;
import java.util.function.Supplier;
import java.util.stream.Collectors;
import tools.jackson.databind.JsonNode;

/**
 * One object of a condition's JSON with its place, for messages about faults.
 */
final class ConditionJson {
    /** Deeper than any condition may be, so that reading it ends. */
    private static final int DEEPEST = 101;

    private static final int SHOWN = 60;

    private final JsonNode json;
    private final String at;
    private final int depth;

    ConditionJson(JsonNode json, String at, int depth) {
        this.json = json;
        this.at = at;
        this.depth = depth;
        if (depth > DEEPEST) {
            throw Problem.badField(at, "A condition may be nested at most " + (DEEPEST - 1) + " deep.");
        }
        if (json == null || !json.isObject()) {
            throw Problem.badField(at, "\"" + at + "\" must be an object in braces.");
        }
    }

    static String shown(String text) {
        return text.length() > SHOWN ? text.substring(0, SHOWN) + " …" : text;
    }

    boolean has(String name) {
        return json.has(name);
    }

    /** @throws Problem if there is anything else: a misspelt word must not be passed over in silence */
    ConditionJson only(String... names) {
        for (String name : json.propertyNames()) {
            if (!List.of(names).contains(name)) {
                throw fault(name, "is not known here; known are " + String.join(", ", names));
            }
        }
        return this;
    }

    ConditionJson inner(String name) {
        return new ConditionJson(json.get(name), place(name), depth + 1);
    }

    /** What a name stands for, read where the name stands. */
    ConditionJson of(JsonNode meant, String name) {
        return new ConditionJson(meant, place(name), depth + 1);
    }

    private String place(String name) {
        return at + "." + shown(name);
    }

    <T> List<T> list(String name, Function<ConditionJson, T> each) {
        JsonNode list = json.get(name);
        if (!list.isArray()) {
            throw fault(name, "must be a list in square brackets");
        }
        List<T> read = new ArrayList<>();
        for (int i = 0; i < list.size(); i++) {
            read.add(each.apply(new ConditionJson(list.get(i), place(name) + "[" + i + "]", depth + 1)));
        }
        return read;
    }

    String text(String name) {
        JsonNode value = json.get(name);
        if (value == null || !value.isString()) {
            throw fault(name, "must be a text");
        }
        return storable(name, value.stringValue());
    }

    /** One text or a list of them; numbers and true/false as they are written. */
    List<String> texts(String name) {
        JsonNode value = json.get(name);
        List<String> texts = new ArrayList<>();
        for (JsonNode each : value.isArray() ? value : List.of(value)) {
            if (!each.isValueNode() || each.isNull()) {
                throw fault(name, "must be a text or a list of texts");
            }
            texts.add(storable(name, each.asString()));
        }
        return texts;
    }

    private String storable(String name, String text) {
        if (!StorableText.accepts(text)) {
            throw fault(name, "holds a zero byte or half of a character (a lone surrogate)");
        }
        return text;
    }

    double number(String name) {
        JsonNode value = json.get(name);
        if (!value.isNumber()) {
            throw fault(name, "must be a number");
        }
        return value.doubleValue();
    }

    long whole(String name, long otherwise) {
        JsonNode value = json.get(name);
        if (value == null) {
            return otherwise;
        }
        if (!value.isIntegralNumber() || !value.canConvertToInt()) {
            throw fault(name, "must be a whole number");
        }
        return value.intValue();
    }

    String word(String name, Set<String> words) {
        JsonNode value = json.get(name);
        if (value == null || !value.isValueNode() || !words.contains(value.asString())) {
            throw fault(
                    name,
                    "must be " + String.join(" or ", words.stream().sorted().toList()));
        }
        return value.asString();
    }

    /** The days from "from" to before "to". */
    DayRange range() {
        return new DayRange(day("from"), day("to"));
    }

    private LocalDate day(String name) {
        String text = text(name);
        try {
            return LocalDate.parse(text);
        } catch (DateTimeParseException e) {
            throw fault(name, "is no day like 2026-07-14: \"" + shown(text) + "\"");
        }
    }

    Duration duration(String name) {
        String text = text(name);
        try {
            return Duration.parse(text);
        } catch (DateTimeParseException e) {
            throw fault(name, "is no length of time like PT36H or P7D: \"" + shown(text) + "\"");
        }
    }

    /** A word for each of some values; {@code otherwise} if it is not there. */
    <E extends Enum<E>> E oneOf(String name, Class<E> words, E otherwise) {
        if (!has(name) && otherwise != null) {
            return otherwise;
        }
        Set<String> known =
                Arrays.stream(words.getEnumConstants()).map(Enum::name).collect(Collectors.toSet());
        return Enum.valueOf(words, word(name, known));
    }

    /** What the core refuses, with the place. */
    <T> T made(Supplier<T> maker) {
        try {
            return maker.get();
        } catch (IllegalArgumentException refused) {
            throw Problem.badField(at, refused.getMessage());
        }
    }

    Problem fault(String why) {
        return Problem.badField(at, "\"" + at + "\" " + why + ".");
    }

    Problem fault(String name, String why) {
        return Problem.badField(place(name), "\"" + place(name) + "\" " + why + ".");
    }
}
