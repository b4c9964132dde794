package coldtide.server.rows;

import java.math.BigDecimal;
import java.util.LinkedHashMap;
import java.util.Map;

/** What one row or message says, by what it becomes; not yet checked. */
public final class Fields {
    private final Object[] parts = new Object[Part.values().length];
    private final String[] called;
    Map<String, String> context = new LinkedHashMap<>();
    final Map<String, Object> properties = new LinkedHashMap<>();

    Fields() {
        this(new String[Part.values().length]);
    }

    /** @param called what the sender calls each part, by ordinal; all rows of a file share it */
    Fields(String[] called) {
        this.called = called;
    }

    /**
     * Adds a part of the event.
     *
     * @param name what the sender calls it
     * @param value text, number or true/false; null and empty text are nothing
     */
    void part(Part part, String name, Object value) {
        called[part.ordinal()] = name;
        parts[part.ordinal()] = value;
    }

    /** Adds a property; null and empty text are nothing. */
    void property(String name, Object value) {
        if (value == null || "".equals(value)) {
            return;
        }
        if (Part.CONTEXT.contains(name)) {
            String text = text(value).strip();
            if (!text.isEmpty()) {
                context.put(name, text);
            }
        } else {
            properties.put(name, value);
        }
    }

    boolean hasProperty(String name) {
        return properties.containsKey(name) || context.containsKey(name);
    }

    /** Whether the sender has a place for a part, even if nothing stands there. */
    boolean knows(Part part) {
        return called[part.ordinal()] != null;
    }

    /** What the sender calls a part; the handbook's word where it has none. */
    String called(Part part) {
        String name = called[part.ordinal()];
        return name == null ? part.word() : name;
    }

    /** A part as text, without blanks around it; empty if there is none. */
    String text(Part part) {
        Object value = parts[part.ordinal()];
        return value == null ? "" : text(value).strip();
    }

    /** A value as text; a number beyond {@link NumberLimits} in scientific notation, which stays short. */
    static String text(Object value) {
        return value instanceof BigDecimal number && NumberLimits.fault(number).isEmpty()
                ? number.toPlainString()
                : value.toString();
    }
}
