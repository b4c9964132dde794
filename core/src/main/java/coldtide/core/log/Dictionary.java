package coldtide.core.log;

import static java.util.Objects.requireNonNull;

import it.unimi.dsi.fastutil.objects.Object2IntOpenHashMap;
import java.util.ArrayList;
import java.util.List;
import java.util.OptionalInt;

/** Texts and their small codes, 0 upwards in order of first sight. It only grows; not safe for several writers. */
public final class Dictionary {
    private final List<String> texts = new ArrayList<>();
    private final Object2IntOpenHashMap<String> codes = new Object2IntOpenHashMap<>();

    public Dictionary() {
        codes.defaultReturnValue(-1);
    }

    /** One of its own, which does not grow with this one. */
    Dictionary copy() {
        Dictionary copy = new Dictionary();
        texts.forEach(copy::add);
        return copy;
    }

    /** The code of {@code text}, given now if it is new. */
    public int add(String text) {
        int known = codes.getInt(requireNonNull(text, "text"));
        if (known >= 0) {
            return known;
        }
        codes.put(text, texts.size());
        texts.add(text);
        return texts.size() - 1;
    }

    public OptionalInt codeOf(String text) {
        int code = codes.getInt(text);
        return code < 0 ? OptionalInt.empty() : OptionalInt.of(code);
    }

    public String text(int code) {
        return texts.get(code);
    }

    public int size() {
        return texts.size();
    }

    public List<String> texts() {
        return List.copyOf(texts);
    }
}
