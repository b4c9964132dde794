package coldtide.world.scenario;

import com.fasterxml.jackson.annotation.JsonCreator;
import com.fasterxml.jackson.annotation.JsonValue;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;

/**
 * A part of the world: property by property, the values that belong to it.
 *
 * @param values an empty map is everybody
 */
public record Slice(@JsonValue Map<String, List<String>> values) {
    public static final Slice EVERYBODY = new Slice(Map.of());

    /** Of where something happens, not of whom it happens to. */
    private static final Set<String> OF_PLACE = Set.of("level", "room");

    @JsonCreator(mode = JsonCreator.Mode.DELEGATING)
    public Slice {
        Map<String, List<String>> copy = new TreeMap<>();
        values.forEach((property, some) -> copy.put(property, Check.some(property, some)));
        values = Collections.unmodifiableMap(copy);
    }

    boolean isEverybody() {
        return values.isEmpty();
    }

    /** Its value of a property of which it has exactly one. */
    public Optional<String> one(String property) {
        List<String> some = values.getOrDefault(property, List.of());
        return some.size() == 1 ? Optional.of(some.get(0)) : Optional.empty();
    }

    /** Whether somebody with these properties belongs to it, wherever in the game they are. */
    public boolean hasSomebodyWith(Map<String, String> properties) {
        return values.entrySet().stream()
                .allMatch(each -> OF_PLACE.contains(each.getKey())
                        || properties.containsKey(each.getKey())
                                && each.getValue().contains(properties.get(each.getKey())));
    }

    /** Whether it says nothing of a property or has this value. */
    public boolean allows(String property, String value) {
        return !values.containsKey(property) || values.get(property).contains(value);
    }
}
