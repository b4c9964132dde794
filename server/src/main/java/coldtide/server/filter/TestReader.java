package coldtide.server.filter;

import coldtide.core.filter.value.ValueTest;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.BiFunction;
import java.util.function.UnaryOperator;
import java.util.stream.Stream;

/** Reads the test of a property. */
final class TestReader {
    private static final List<String> BOUNDS = List.of("atLeast", "moreThan", "atMost", "lessThan");

    private TestReader() {}

    /**
     * A condition on a property.
     *
     * @param not the condition that holds for the others
     * @param further what else may stand beside property and test
     */
    static <C> C tested(
            ConditionJson part,
            String property,
            BiFunction<String, ValueTest, C> condition,
            UnaryOperator<C> not,
            String... further) {
        List<String> known = Stream.concat(
                        Stream.of("property", "is", "contains", "matches", "set"),
                        Stream.concat(BOUNDS.stream(), Stream.of(further)))
                .toList();
        part.only(known.toArray(String[]::new));
        oneTest(part);
        if (part.has("set")) {
            C set = condition.apply(property, new ValueTest.IsSet());
            return part.word("set", Set.of("true", "false")).equals("true") ? set : not.apply(set);
        }
        return condition.apply(property, part.made(() -> test(part)));
    }

    /** Of two tests one would be passed over in silence; bounds go together, one below and one above. */
    private static void oneTest(ConditionJson part) {
        long bounds = Stream.of(List.of("atLeast", "moreThan"), List.of("atMost", "lessThan"))
                .filter(pair -> pair.stream().anyMatch(part::has))
                .count();
        long named = Stream.concat(Stream.of("is", "contains", "matches", "set"), BOUNDS.stream())
                .filter(part::has)
                .count();
        if (named > Math.max(1, bounds)) {
            throw part.fault("has more than one test; put them side by side with all");
        }
    }

    private static ValueTest test(ConditionJson part) {
        if (part.has("is")) {
            return new ValueTest.IsOneOf(new TreeSet<>(part.texts("is")));
        }
        if (part.has("contains")) {
            return new ValueTest.Contains(part.text("contains"));
        }
        if (part.has("matches")) {
            return new ValueTest.Matches(part.text("matches"));
        }
        if (BOUNDS.stream().noneMatch(part::has)) {
            throw part.fault("says nothing of its property; it needs is, contains, matches, set or "
                    + String.join(", ", BOUNDS));
        }
        boolean above = part.has("moreThan");
        boolean below = part.has("lessThan");
        return new ValueTest.Within(
                above ? part.number("moreThan") : bound(part, "atLeast", Double.NEGATIVE_INFINITY),
                !above,
                below ? part.number("lessThan") : bound(part, "atMost", Double.POSITIVE_INFINITY),
                !below);
    }

    private static double bound(ConditionJson part, String name, double otherwise) {
        return part.has(name) ? part.number(name) : otherwise;
    }
}
