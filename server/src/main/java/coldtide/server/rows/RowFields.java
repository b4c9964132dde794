package coldtide.server.rows;

import java.math.BigDecimal;
import java.util.LinkedHashMap;
import java.util.Map;

/** Values of one row or message by their meaning, not checked yet. */
public final class RowFields {
    private final Object[] parts = new Object[ColumnMeaning.values().length];
    private final String[] called;
    Map<String, String> context = new LinkedHashMap<>();
    final Map<String, Object> properties = new LinkedHashMap<>();

    RowFields() {
        this(new String[ColumnMeaning.values().length]);
    }

    /** @param called what the sender calls each part, by ordinal; all rows of a file share it */
    RowFields(String[] called) {
        this.called = called;
    }

    /**
     * Adds a part of the event.
     *
     * @param name what the sender calls it
     * @param value text, number or true/false; null and empty text are nothing
     */
    void part(ColumnMeaning part, String name, Object value) {
        called[part.ordinal()] = name;
        parts[part.ordinal()] = value;
    }

    /** Adds a property; null and empty text are nothing. */
    void property(String name, Object value) {
        if (value == null || "".equals(value)) {
            return;
        }
        if (ColumnMeaning.CONTEXT.contains(name)) {
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
    boolean knows(ColumnMeaning part) {
        return called[part.ordinal()] != null;
    }

    /** Name of a part as the sender writes it, else the handbook's word. */
    String called(ColumnMeaning part) {
        String name = called[part.ordinal()];
        return name == null ? part.word() : name;
    }

    /** A part as text, without blanks around it; empty if there is none. */
    public String text(ColumnMeaning part) {
        Object value = parts[part.ordinal()];
        return value == null ? "" : text(value).strip();
    }

    /** A value as text; a number beyond {@link NumberLimits} in scientific notation, which stays short. */
    public static String text(Object value) {
        return value instanceof BigDecimal number && NumberLimits.fault(number).isEmpty()
                ? number.toPlainString()
                : value.toString();
    }
}
