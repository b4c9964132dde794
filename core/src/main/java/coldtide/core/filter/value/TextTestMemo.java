package coldtide.core.filter.value;

import coldtide.core.log.column.Dictionary;
import it.unimi.dsi.fastutil.doubles.DoubleOpenHashSet;
import java.util.Arrays;
import java.util.OptionalDouble;

/**
 * Remembers the result of a text test for each code of the text dictionary. Several threads may compute the same entry at once, with the same result.
 */
public final class TextTestMemo {
    private static final byte OPEN = 0;
    private static final byte PASSES = 1;
    private static final byte FAILS = 2;

    private final ValueTest test;
    /** A number is the same however it is written: 40 and 40.0. Texts are compared letter by letter: version 1.1 is not 1.10. */
    private final DoubleOpenHashSet equalNumbers = new DoubleOpenHashSet();

    private volatile byte[] decided = new byte[0];

    public TextTestMemo(ValueTest test) {
        this.test = test.ready();
        if (test instanceof ValueTest.IsOneOf one) {
            one.texts().forEach(text -> ValueTest.number(text).ifPresent(equalNumbers::add));
        }
    }

    public boolean passes(Dictionary texts, int code) {
        byte[] known = decided;
        if (code < known.length && known[code] != OPEN) {
            return known[code] == PASSES;
        }
        String text = texts.text(code);
        boolean passes = test.passes(text, ValueTest.number(text));
        note(code, passes ? PASSES : FAILS);
        return passes;
    }

    private synchronized void note(int code, byte decision) {
        if (code >= decided.length) {
            decided = Arrays.copyOf(decided, Math.max(64, Math.max(code + 1, 2 * decided.length)));
        }
        decided[code] = decision;
    }

    public boolean passes(double number) {
        if (test instanceof ValueTest.Within within) {
            return within.holds(number);
        }
        return test instanceof ValueTest.IsOneOf
                ? equalNumbers.contains(number + 0.0) // minus zero is zero
                : test.passes(ValueTest.written(number), OptionalDouble.of(number));
    }
}
