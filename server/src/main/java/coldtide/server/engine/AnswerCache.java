package coldtide.server.engine;

import coldtide.server.filter.DefinitionResolver;
import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import java.time.Duration;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.Function;
import tools.jackson.databind.JsonNode;

/**
 * Answers to questions about one log. An answer is computed once for all members who ask the same question meanwhile, and kept for
 * later. It is used again only while every behaviour and segment that it was computed with is still defined in the same way. Memory is bounded: at most 1,000 answers, none longer than ten minutes after it was last used, and all of them are let
 * go when memory is short.
 */
final class AnswerCache {
    private static final int MOST_ANSWERS = 1_000;
    private static final Duration UNUSED = Duration.ofMinutes(10);

    private final SingleFlight<Object> flights;
    private final Cache<Object, Kept> answers = Caffeine.newBuilder()
            .maximumSize(MOST_ANSWERS)
            .expireAfterAccess(UNUSED)
            .softValues()
            .build();

    /** Names one computation under way; caches of different logs never share one. */
    private record Flight(AnswerCache cache, Object question) {}

    /** An answer with each definition it was computed with. */
    private record Kept(Object answer, Map<Definition, Optional<?>> definitions) {
        boolean holdsWith(DefinitionResolver names) {
            return definitions.entrySet().stream()
                    .allMatch(each -> each.getKey().in(names).equals(each.getValue()));
        }
    }

    /** A lookup in {@link DefinitionResolver}. */
    private sealed interface Definition {
        Optional<?> in(DefinitionResolver names);

        record BehaviourOf(String name) implements Definition {
            @Override
            public Optional<JsonNode> in(DefinitionResolver names) {
                return names.behaviour(name);
            }
        }

        record FirstPath() implements Definition {
            @Override
            public Optional<JsonNode> in(DefinitionResolver names) {
                return names.firstPath();
            }
        }

        record SegmentOf(int id) implements Definition {
            @Override
            public Optional<DefinitionResolver.Rule> in(DefinitionResolver names) {
                return names.segment(id);
            }
        }
    }

    /** Notes each definition that is looked up. */
    private static final class NotedNames implements DefinitionResolver {
        private final DefinitionResolver names;
        private final Map<Definition, Optional<?>> looked = new ConcurrentHashMap<>();

        NotedNames(DefinitionResolver names) {
            this.names = names;
        }

        @SuppressWarnings("unchecked") // a definition of one kind gives values of one type
        private <T> Optional<T> note(Definition definition) {
            Optional<?> known = looked.get(definition);
            if (known == null) {
                known = definition.in(names);
                looked.put(definition, known);
            }
            return (Optional<T>) known;
        }

        @Override
        public Optional<JsonNode> behaviour(String name) {
            return note(new Definition.BehaviourOf(name));
        }

        @Override
        public Optional<JsonNode> firstPath() {
            return note(new Definition.FirstPath());
        }

        @Override
        public Optional<Rule> segment(int id) {
            return note(new Definition.SegmentOf(id));
        }
    }

    AnswerCache(SingleFlight<Object> flights) {
        this.flights = flights;
    }

    /**
     * The answer to a question.
     *
     * @param question equal to another exactly if both have the same answer on this log and these definitions
     * @param computing computes it with the definitions it is given; on another thread
     */
    <T> T get(Object question, DefinitionResolver names, Function<DefinitionResolver, T> computing) {
        Kept kept = kept(question, names)
                .orElseGet(() -> flights.join(
                        new Flight(this, question),
                        // It may have become known after this thread looked and before it asked.
                        () -> kept(question, names).orElseGet(() -> compute(question, names, computing))));
        // The computation that was joined may have read a definition before it changed, and this caller come after
        // that.
        if (!kept.holdsWith(names)) {
            kept = compute(question, names, computing);
        }
        @SuppressWarnings("unchecked") // one question, one type of answer
        T answer = (T) kept.answer();
        return answer;
    }

    private Optional<Kept> kept(Object question, DefinitionResolver names) {
        return Optional.ofNullable(answers.getIfPresent(question)).filter(kept -> kept.holdsWith(names));
    }

    private <T> Kept compute(Object question, DefinitionResolver names, Function<DefinitionResolver, T> computing) {
        NotedNames noted = new NotedNames(names);
        Kept kept = new Kept(computing.apply(noted), Map.copyOf(noted.looked));
        answers.put(question, kept);
        return kept;
    }
}
