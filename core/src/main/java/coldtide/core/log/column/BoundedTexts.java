package coldtide.core.log.column;

import it.unimi.dsi.fastutil.objects.Object2IntOpenHashMap;
import java.util.OptionalInt;

/** Adds the values of properties to a dictionary as far as {@link LogLimits} allow; what is beyond counts as other. For one thread. */
public final class BoundedTexts {
    private final Dictionary texts;
    private final LogLimits.Values limits;
    /** How many texts were new when a property brought them. */
    private final Object2IntOpenHashMap<String> added = new Object2IntOpenHashMap<>();

    public BoundedTexts(Dictionary texts, LogLimits.Values limits) {
        this.texts = texts;
        this.limits = limits;
    }

    /** The code of a value: its own if it is known or there is room, else that of {@link LogLimits#OTHER}. */
    public int code(String property, String text) {
        OptionalInt known = texts.codeOf(text);
        if (known.isPresent()) {
            return known.getAsInt();
        }
        if (added.getInt(property) >= limits.textsOfProperty()
                || texts.characters() + text.length() > limits.characters()) {
            return texts.add(LogLimits.OTHER);
        }
        added.addTo(property, 1);
        return texts.add(text);
    }
}
