package coldtide.core.log.rule;

import coldtide.core.log.column.BlockReader;
import coldtide.core.log.column.BlockWriter;
import coldtide.core.log.column.BoundedTexts;
import coldtide.core.log.column.Dictionary;
import coldtide.core.log.column.LogLimits;
import it.unimi.dsi.fastutil.ints.IntArrayList;
import it.unimi.dsi.fastutil.objects.Object2IntOpenHashMap;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;

/**
 * Sets of properties that stay the same from event to event of an install: platform, version, device, country and so on. An
 * event carries the code of its set; a condition on such a property is decided once a set, not once an event. Column by column;
 * what a code means never changes.
 */
public final class Contexts {
    /** In place of a text code where a set lacks the property. */
    public static final int NONE = -1;

    private final Dictionary texts;
    private final BoundedTexts values;
    private final Map<String, IntArrayList> columns = new TreeMap<>();
    private DerivedColumns derived = new DerivedColumns(ContextDerivation.NONE);
    private final IntArrayList releaseOf = new IntArrayList();
    private final List<Release> releases = new ArrayList<>();
    private final Object2IntOpenHashMap<Release> releaseCodes = new Object2IntOpenHashMap<>();

    public Contexts(Dictionary texts, BoundedTexts values) {
        this.texts = texts;
        this.values = values;
        releaseCodes.defaultReturnValue(NONE);
    }

    /** The code of one more set. */
    public synchronized int add(Map<String, String> properties) {
        int code = releaseOf.size();
        releaseOf.add(releaseCode(properties.getOrDefault("platform", ""), properties.getOrDefault("app_version", "")));
        properties.forEach((name, value) -> {
            IntArrayList column = columns.computeIfAbsent(name, fresh -> new IntArrayList());
            fill(column, code);
            column.add(values.code(name, value));
        });
        return code;
    }

    /** What is derived from now on; views that were taken keep theirs. */
    public synchronized void derive(ContextDerivation changed) {
        if (!changed.equals(derived.derivation())) {
            derived = new DerivedColumns(changed);
        }
    }

    public synchronized void write(BlockWriter out) {
        int size = releaseOf.size();
        out.number(size);
        out.texts(List.copyOf(columns.keySet()));
        columns.values().forEach(column -> {
            fill(column, size);
            out.array(column.elements(), size);
        });
    }

    /** Reads what {@link #write} wrote; the texts must be there already. */
    public synchronized void read(BlockReader in) {
        int size = (int) in.number();
        for (String name : in.texts()) {
            columns.put(name, IntArrayList.wrap(in.ints()));
        }
        for (int context = 0; context < size; context++) {
            releaseOf.add(releaseCode(text("platform", context), text("app_version", context)));
        }
    }

    private String text(String property, int context) {
        IntArrayList column = columns.get(property);
        return column == null || column.getInt(context) == NONE ? "" : texts.text(column.getInt(context));
    }

    private int releaseCode(String platform, String version) {
        Release release = new Release(platform, version);
        int code = releaseCodes.getInt(release);
        if (code == NONE && releases.size() >= LogLimits.MOST_RELEASES) {
            release = new Release(LogLimits.OTHER, LogLimits.OTHER);
            code = releaseCodes.getInt(release);
        }
        if (code == NONE) {
            code = releases.size();
            releaseCodes.put(release, code);
            releases.add(release);
        }
        return code;
    }

    static void fill(IntArrayList column, int size) {
        while (column.size() < size) {
            column.add(NONE);
        }
    }

    /** Releases, and the columns as they are now; later sets are not in them. */
    public synchronized View view() {
        int size = releaseOf.size();
        Map<String, int[]> now = new HashMap<>();
        columns.forEach((name, column) -> {
            fill(column, size);
            now.put(name, column.elements());
        });
        now.putAll(derived.of(now, size, texts));
        return new View(texts, size, releaseOf.elements(), List.copyOf(releases), now, derived.derivation());
    }

    /**
     * Sets up to a moment. The arrays may be longer than {@link #size()}: what stands behind belongs to later moments.
     */
    public static final class View {
        private final Dictionary texts;
        private final int size;
        private final int[] releaseOf;
        private final List<Release> releases;
        private final Map<String, int[]> columns;
        private final ContextDerivation derivation;

        View(
                Dictionary texts,
                int size,
                int[] releaseOf,
                List<Release> releases,
                Map<String, int[]> columns,
                ContextDerivation derivation) {
            this.texts = texts;
            this.size = size;
            this.releaseOf = releaseOf;
            this.releases = releases;
            this.columns = columns;
            this.derivation = derivation;
        }

        /** Whether a set that is in both has the same derived properties in both. */
        public boolean areDerivedAs(View other) {
            return derivation.equals(other.derivation);
        }

        public int size() {
            return size;
        }

        /** The code of the release of a set. */
        public int release(int context) {
            return releaseOf[context];
        }

        /** Releases by their codes. */
        public List<Release> releases() {
            return releases;
        }

        /** Names of all properties that some set has. */
        public List<String> properties() {
            return columns.keySet().stream().sorted().toList();
        }

        /**
         * Text codes of a property by set, {@link #NONE} where a set lacks it; empty if no set has it. Nobody may change them.
         */
        public Optional<int[]> codes(String property) {
            return Optional.ofNullable(columns.get(property));
        }

        /** The whole set of a code. */
        public Map<String, String> properties(int context) {
            Map<String, String> set = new TreeMap<>();
            columns.forEach((name, column) -> {
                if (column[context] != NONE) {
                    set.put(name, texts.text(column[context]));
                }
            });
            return set;
        }

        /** Bytes held for the sets. */
        public long bytes() {
            return 4L * size * (columns.size() + 1);
        }
    }
}
