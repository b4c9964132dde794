package coldtide.core.log.column;

import static java.util.Objects.requireNonNull;

import it.unimi.dsi.fastutil.objects.Object2IntOpenHashMap;
import java.util.ArrayList;
import java.util.List;
import java.util.OptionalInt;

/** Texts and their codes, 0 upwards in order of first sight. It only grows, so a code means the same for ever. */
public final class Dictionary {
    private final List<String> texts = new ArrayList<>();
    private final Object2IntOpenHashMap<String> codes = new Object2IntOpenHashMap<>();
    private long characters;

    public Dictionary() {
        codes.defaultReturnValue(-1);
    }

    /** The code of {@code text}, given now if it is new. */
    public synchronized int add(String text) {
        int known = codes.getInt(requireNonNull(text, "text"));
        if (known >= 0) {
            return known;
        }
        codes.put(text, texts.size());
        texts.add(text);
        characters += text.length();
        return texts.size() - 1;
    }

    public synchronized OptionalInt codeOf(String text) {
        int code = codes.getInt(text);
        return code < 0 ? OptionalInt.empty() : OptionalInt.of(code);
    }

    public synchronized String text(int code) {
        return texts.get(code);
    }

    public synchronized int size() {
        return texts.size();
    }

    /** Characters of all texts together. */
    synchronized long characters() {
        return characters;
    }

    /** All texts by their codes, as they are now. */
    public synchronized List<String> texts() {
        return List.copyOf(texts);
    }

    public void write(BlockWriter out) {
        out.texts(texts());
    }

    /** Reads what {@link #write} wrote. */
    public void read(BlockReader in) {
        in.texts().forEach(this::add);
    }
}
