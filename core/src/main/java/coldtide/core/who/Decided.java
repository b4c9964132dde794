package coldtide.core.who;

import coldtide.core.log.Dictionary;
import java.util.Arrays;
import java.util.OptionalDouble;

/**
 * A test decided once for each text and then looked up by the text's code. Several threads may decide the same at once, with the
 * same result.
 */
final class Decided {
    private static final byte OPEN = 0;
    private static final byte PASSES = 1;
    private static final byte FAILS = 2;

    private final ValueTest test;
    private volatile byte[] decided = new byte[0];

    Decided(ValueTest test) {
        this.test = test instanceof ValueTest.Matches matches ? matches.ready() : test;
    }

    boolean passes(Dictionary texts, int code) {
        byte[] known = decided;
        if (code < known.length && known[code] != OPEN) {
            return known[code] == PASSES;
        }
        String text = texts.text(code);
        boolean passes = test.passes(text, number(text));
        note(code, passes ? PASSES : FAILS);
        return passes;
    }

    private synchronized void note(int code, byte decision) {
        if (code >= decided.length) {
            decided = Arrays.copyOf(decided, Math.max(64, Math.max(code + 1, 2 * decided.length)));
        }
        decided[code] = decision;
    }

    boolean passes(double number) {
        return test instanceof ValueTest.Within within
                ? within.holds(number)
                : test.passes(text(number), OptionalDouble.of(number));
    }

    /** A number as it would be written. */
    private static String text(double number) {
        return number == Math.rint(number) && Math.abs(number) < 1e15
                ? Long.toString((long) number)
                : new java.math.BigDecimal(Double.toString(number)).toPlainString();
    }

    private static OptionalDouble number(String text) {
        char first = text.isEmpty() ? ' ' : text.charAt(0);
        if (first != '-' && (first < '0' || first > '9') || text.length() > 40) {
            return OptionalDouble.empty();
        }
        for (int i = 1; i < text.length(); i++) {
            char c = text.charAt(i);
            if (c != '.' && (c < '0' || c > '9')) {
                return OptionalDouble.empty();
            }
        }
        try {
            return OptionalDouble.of(Double.parseDouble(text));
        } catch (NumberFormatException e) {
            return OptionalDouble.empty();
        }
    }
}
