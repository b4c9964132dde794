package coldtide.core.channel;

import static java.util.Objects.requireNonNull;

import coldtide.core.filter.value.ValueTest;
import java.util.OptionalDouble;
import java.util.Set;

/**
 * One rule of how a user came: where a property passes a test, they came by a channel.
 *
 * @param kind by which sort of property
 * @param property campaign, source or medium for tags; referrer for the other sort
 * @param test how the value is compared
 * @param value with what
 * @param channel by which they came
 */
public record ChannelRule(Kind kind, String property, Test test, String value, String channel) {
    /** Explicit tags say how a user came, a referrer lets it be guessed: tags win. */
    public enum Kind {
        TAG,
        REFERRER
    }

    /** How a value is compared. */
    public enum Test {
        IS("is"),
        CONTAINS("contains"),
        /** A regular expression, RE2. */
        MATCHES("matches");

        private final String word;

        Test(String word) {
            this.word = word;
        }
    }

    public static final Set<String> TAGS = Set.of("campaign", "source", "medium");
    public static final String REFERRER = "referrer";

    public ChannelRule {
        requireNonNull(kind, "kind");
        requireNonNull(test, "test");
        if (kind == Kind.TAG ? !TAGS.contains(property) : !property.equals(REFERRER)) {
            throw new IllegalArgumentException("A rule by " + (kind == Kind.TAG ? "tags" : "referrer") + " looks at "
                    + (kind == Kind.TAG ? "campaign, source or medium" : REFERRER) + ", not at \"" + property + "\".");
        }
        if (value.isBlank() || channel.isBlank()) {
            throw new IllegalArgumentException("A rule needs a value to compare with and a channel.");
        }
        made(test, value);
    }

    private static ValueTest made(Test test, String value) {
        return switch (test) {
            case IS -> new ValueTest.IsOneOf(Set.of(value));
            case CONTAINS -> new ValueTest.Contains(value);
            case MATCHES -> new ValueTest.Matches(value);
        };
    }

    /** The test, to be asked many times. */
    ValueTest ready() {
        return made(test, value).ready();
    }

    static boolean passes(ValueTest test, String value) {
        return test.passes(value, OptionalDouble.empty());
    }

    /** The rule in words; by them users who came by it can be asked for. */
    public String said() {
        return property + " " + test.word + " \u201c" + value + "\u201d";
    }
}
