package coldtide.core.log.rule;

import coldtide.core.log.column.Dictionary;
import it.unimi.dsi.fastutil.ints.IntArrayList;
import java.util.HashMap;
import java.util.Map;

/** Columns of properties derived from others of the same context, worked out once for each; whoever owns them guards them. */
final class DerivedColumns {
    private final ContextDerivation derivation;
    private final Map<String, IntArrayList> columns = new HashMap<>();
    private int size;

    DerivedColumns(ContextDerivation derivation) {
        this.derivation = derivation;
    }

    ContextDerivation derivation() {
        return derivation;
    }

    /**
     * The derived columns of the first contexts.
     *
     * @param sent text codes by property and context, {@link Contexts#NONE} where there is no value
     * @param contexts how many, never fewer than before
     */
    Map<String, int[]> of(Map<String, int[]> sent, int contexts, Dictionary texts) {
        for (; size < contexts; size++) {
            for (Map.Entry<String, String> each :
                    derivation.of(read(sent, size, texts)).entrySet()) {
                IntArrayList column = columns.computeIfAbsent(each.getKey(), fresh -> new IntArrayList());
                Contexts.fill(column, size);
                column.add(texts.add(each.getValue()));
            }
        }
        Map<String, int[]> now = new HashMap<>();
        columns.forEach((property, column) -> {
            Contexts.fill(column, contexts);
            now.put(property, column.elements());
        });
        return now;
    }

    private Map<String, String> read(Map<String, int[]> sent, int context, Dictionary texts) {
        Map<String, String> read = new HashMap<>();
        for (String property : derivation.reads()) {
            int[] column = sent.get(property);
            if (column != null && column[context] != Contexts.NONE) {
                read.put(property, texts.text(column[context]));
            }
        }
        return read;
    }
}
