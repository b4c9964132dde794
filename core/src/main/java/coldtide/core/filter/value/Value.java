package coldtide.core.filter.value;

import coldtide.core.log.column.Dictionary;
import java.util.OptionalDouble;

/**
 * A value of a property in a long: equal values, and only they, are equal longs. A text that is written as its number would be is
 * that number: where a property comes as number and as text, 5 and "5" are one value.
 */
public final class Value {
    /** No value at all: the bits of minus zero, for which zero stands. */
    public static final long NONE = Long.MIN_VALUE;
    /** Before the code of a text; as the bits of a number this is none that is computed. */
    private static final long TEXT = 0x7FFC_0000_0000_0000L;

    private Value() {}

    /** @param code of the text in the dictionary */
    public static long ofText(Dictionary texts, int code) {
        OptionalDouble number = number(texts.text(code));
        return number.isPresent() ? ofNumber(number.getAsDouble()) : TEXT | code;
    }

    /**
     * That is written so.
     *
     * @throws java.util.NoSuchElementException if it is neither a number nor one of the texts
     */
    public static long of(Dictionary texts, String written) {
        OptionalDouble number = number(written);
        return number.isPresent()
                ? ofNumber(number.getAsDouble())
                : ofCode(texts.codeOf(written).orElseThrow());
    }

    /** The number that a text is, if it is written as the number would be. */
    public static OptionalDouble number(String text) {
        OptionalDouble number = ValueTest.number(text);
        return number.isPresent() && ValueTest.written(number.getAsDouble()).equals(text)
                ? number
                : OptionalDouble.empty();
    }

    /** Of a text that is no number. */
    public static long ofCode(int code) {
        return TEXT | code;
    }

    public static long ofNumber(double value) {
        return Double.doubleToLongBits(value + 0.0);
    }

    /** How it is written. */
    public static String written(Dictionary texts, long value) {
        return (value & TEXT) == TEXT && value > 0
                ? texts.text((int) value)
                : ValueTest.written(Double.longBitsToDouble(value));
    }
}
