package coldtide.core.filter.value;

import static java.util.Objects.requireNonNull;

import com.google.re2j.Pattern;
import com.google.re2j.PatternSyntaxException;
import java.math.BigDecimal;
import java.util.Locale;
import java.util.OptionalDouble;
import java.util.Set;

/**
 * A test of one value of a property. A value is a text; one that reads as a decimal number is that number as well, and a number is
 * also the text it is written as (5, not 5.0). An absent value passes no test.
 */
public sealed interface ValueTest {
    int LONGEST_TEXT = 10_000;
    int MOST_TEXTS = 10_000;

    /** @param number the value as a number, empty if it is none */
    boolean passes(String text, OptionalDouble number);

    /** The same test, prepared to be asked many times. */
    default ValueTest ready() {
        return this;
    }

    /** Any value at all. */
    record IsSet() implements ValueTest {
        @Override
        public boolean passes(String text, OptionalDouble number) {
            return true;
        }
    }

    /** One of some texts, letter for letter. */
    record IsOneOf(Set<String> texts) implements ValueTest {
        public IsOneOf {
            if (texts.isEmpty() || texts.size() > MOST_TEXTS) {
                throw new IllegalArgumentException(
                        "A value is compared with 1 to " + MOST_TEXTS + " texts, not with " + texts.size() + ".");
            }
            texts.forEach(ValueTest::checked);
            texts = Set.copyOf(texts);
        }

        @Override
        public boolean passes(String text, OptionalDouble number) {
            return texts.contains(text);
        }
    }

    /** The text somewhere in it, whether in small or large letters. */
    record Contains(String text) implements ValueTest {
        public Contains {
            text = checked(text).toLowerCase(Locale.ROOT);
        }

        @Override
        public boolean passes(String value, OptionalDouble number) {
            return value.toLowerCase(Locale.ROOT).contains(text);
        }
    }

    /**
     * A regular expression that fits somewhere in it. Matched in time linear in the text, whatever the expression (RE2; Cox,
     * "Regular Expression Matching in the Wild", 2010), so back references are not to be had.
     */
    record Matches(String expression) implements ValueTest {
        public Matches {
            compiled(expression);
        }

        private static Pattern compiled(String expression) {
            try {
                return Pattern.compile(checked(expression));
            } catch (PatternSyntaxException e) {
                throw new IllegalArgumentException(
                        "The regular expression \"" + expression + "\" cannot be read: " + e.getDescription() + ".", e);
            }
        }

        /** With its expression compiled once. */
        @Override
        public ValueTest ready() {
            return new Ready(compiled(expression));
        }

        @Override
        public boolean passes(String text, OptionalDouble number) {
            return ready().passes(text, number);
        }
    }

    /** A regular expression ready to be matched many times. */
    record Ready(Pattern pattern) implements ValueTest {
        @Override
        public boolean passes(String text, OptionalDouble number) {
            return pattern.matcher(text).find();
        }
    }

    /** A number within bounds. */
    record Within(double least, boolean leastIncluded, double most, boolean mostIncluded) implements ValueTest {
        public Within {
            if (Double.isNaN(least) || Double.isNaN(most)) {
                throw new IllegalArgumentException("A bound must be a number.");
            }
        }

        public static Within atLeast(double bound) {
            return new Within(bound, true, Double.POSITIVE_INFINITY, true);
        }

        public static Within moreThan(double bound) {
            return new Within(bound, false, Double.POSITIVE_INFINITY, true);
        }

        public static Within atMost(double bound) {
            return new Within(Double.NEGATIVE_INFINITY, true, bound, true);
        }

        public static Within lessThan(double bound) {
            return new Within(Double.NEGATIVE_INFINITY, true, bound, false);
        }

        @Override
        public boolean passes(String text, OptionalDouble number) {
            return number.isPresent() && holds(number.getAsDouble());
        }

        boolean holds(double number) {
            return (leastIncluded ? number >= least : number > least)
                    && (mostIncluded ? number <= most : number < most);
        }
    }

    /** A number as the text it is written as. */
    static String written(double number) {
        return number == Math.rint(number) && Math.abs(number) < 1e15
                ? Long.toString((long) number)
                : new BigDecimal(Double.toString(number)).toPlainString();
    }

    /** A text as the number it reads as; empty if it is none. */
    static OptionalDouble number(String text) {
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

    private static String checked(String text) {
        if (requireNonNull(text, "text").length() > LONGEST_TEXT) {
            throw new IllegalArgumentException("A text to compare with has " + text.length()
                    + " characters; it may have at most " + LONGEST_TEXT + ".");
        }
        return text;
    }
}
