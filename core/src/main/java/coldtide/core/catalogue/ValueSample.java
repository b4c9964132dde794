package coldtide.core.catalogue;

import coldtide.core.catalogue.CatalogueProperty.Frequency;
import coldtide.core.filter.value.ValueTest;
import it.unimi.dsi.fastutil.HashCommon;
import it.unimi.dsi.fastutil.longs.Long2ObjectOpenHashMap;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.OptionalDouble;

/**
 * Frequencies of values, exact for up to 1,000 different ones. Where there are more, those whose hashes are the smallest stay,
 * still with exact counts: such a sample does not depend on the order of values, two are merged into that of both, and its largest
 * hash tells how many different values there are (k minimum values: Bar-Yossef et al., Counting distinct elements in a data
 * stream, RANDOM 2002). Standard error of that number 3.2 %. Two values have the same hash of 64 bits by a chance too small to
 * matter here.
 */
final class ValueSample {
    static final int MOST = 1_000;

    private static final class Counted {
        private final String text;
        private final double number;
        private long times;

        Counted(String text, double number) {
            this.text = text;
            this.number = number;
        }

        Frequency part() {
            return new Frequency(text == null ? ValueTest.written(number) : text, times);
        }
    }

    private final Long2ObjectOpenHashMap<Counted> values = new Long2ObjectOpenHashMap<>();
    /** Greatest hash that may stay, as an unsigned number. */
    private long most = -1L;

    /** A text that is written as a number is one value with that number. */
    void add(String text, long times) {
        OptionalDouble number = ValueTest.number(text);
        if (number.isPresent() && ValueTest.written(number.getAsDouble()).equals(text)) {
            add(number.getAsDouble(), times);
        } else {
            add(hash(text), text, 0, times);
        }
    }

    void add(double number, long times) {
        // 0 and -0 are one number.
        add(HashCommon.murmurHash3(Double.doubleToLongBits(number + 0.0)), null, number, times);
    }

    /** FNV-1a over the characters, its bits then mixed by the finaliser of MurmurHash3. */
    private static long hash(String text) {
        long hash = 0xcbf29ce484222325L;
        for (int i = 0; i < text.length(); i++) {
            hash = (hash ^ text.charAt(i)) * 0x100000001b3L;
        }
        return HashCommon.murmurHash3(hash);
    }

    private void add(long hash, String text, double number, long times) {
        if (Long.compareUnsigned(hash, most) > 0) {
            return;
        }
        Counted known = values.get(hash);
        if (known == null) {
            known = new Counted(text, number);
            values.put(hash, known);
        }
        known.times += times;
        if (values.size() >= 2 * MOST) {
            shrink();
        }
    }

    void addAll(ValueSample other) {
        most = Long.compareUnsigned(other.most, most) < 0 ? other.most : most;
        values.keySet().removeIf(hash -> Long.compareUnsigned(hash, most) > 0);
        other.values.forEach((hash, each) -> add(hash, each.text, each.number, each.times));
    }

    private void shrink() {
        if (values.size() <= MOST) {
            return;
        }
        long[] hashes = values.keySet().toLongArray();
        for (int i = 0; i < hashes.length; i++) {
            hashes[i] ^= Long.MIN_VALUE; // signed order is then the unsigned one
        }
        Arrays.sort(hashes);
        most = hashes[MOST - 1] ^ Long.MIN_VALUE;
        values.keySet().removeIf(hash -> Long.compareUnsigned(hash, most) > 0);
    }

    /** Whether there are more different values than stay. */
    boolean isPart() {
        shrink();
        return most != -1L;
    }

    /** How many different values there are; about, if {@link #isPart}. */
    long distinct() {
        if (!isPart()) {
            return values.size();
        }
        double share = ((most >>> 11) + 0.5) / (1L << 53);
        return Math.round((MOST - 1) / share);
    }

    /** The most frequent values that stay; equal ones by what they are written as. */
    List<Frequency> top(int count) {
        shrink();
        return values.values().stream()
                .map(Counted::part)
                .sorted(Comparator.comparingLong(Frequency::count).reversed().thenComparing(Frequency::of))
                .limit(count)
                .toList();
    }
}
