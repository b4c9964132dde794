package coldtide.server.rows;

import java.math.BigDecimal;
import java.util.EnumMap;
import java.util.LinkedHashMap;
import java.util.Map;

/** What one row or message says, by what it becomes; not yet checked. */
public final class Fields {
    final Map<Part, Object> parts = new EnumMap<>(Part.class);
    final Map<String, Object> properties = new LinkedHashMap<>();
    final Map<Part, String> called = new EnumMap<>(Part.class);

    /**
     * Adds a part of the event.
     *
     * @param name what the sender calls it
     * @param value text, number or true/false; null and empty text are nothing
     */
    public void part(Part part, String name, Object value) {
        called.put(part, name);
        if (isSomething(value)) {
            parts.put(part, value);
        }
    }

    /** Adds a property; null and empty text are nothing. */
    public void property(String name, Object value) {
        if (isSomething(value)) {
            properties.put(name, value);
        }
    }

    private static boolean isSomething(Object value) {
        return value != null && !(value instanceof String text && text.isEmpty());
    }

    /** What the sender calls a part; the handbook's word where it has none. */
    String called(Part part) {
        return called.getOrDefault(part, part.word());
    }

    /** A part as text, without blanks around it; empty if there is none. */
    String text(Part part) {
        Object value = parts.get(part);
        return value == null ? "" : text(value).strip();
    }

    static String text(Object value) {
        return value instanceof BigDecimal number ? number.toPlainString() : value.toString();
    }
}
