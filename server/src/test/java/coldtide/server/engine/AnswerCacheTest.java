package coldtide.server.engine;

import static org.assertj.core.api.Assertions.assertThat;

import coldtide.server.filter.DefinitionResolver;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.atomic.AtomicInteger;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.StringNode;

class AnswerCacheTest {
    private final SingleFlight<Object> flights = new SingleFlight<>("test", 8, Duration.ofSeconds(30));
    private final AnswerCache cache = new AnswerCache(flights);
    private final ExecutorService threads = Executors.newFixedThreadPool(8);
    private final Map<String, String> behaviours = new ConcurrentHashMap<>(Map.of("core", "beacon_lit"));
    private final AtomicInteger computed = new AtomicInteger();

    private final DefinitionResolver names = new DefinitionResolver() {
        @Override
        public Optional<JsonNode> behaviour(String name) {
            return Optional.ofNullable(behaviours.get(name)).map(StringNode::valueOf);
        }

        @Override
        public Optional<JsonNode> firstPath() {
            return Optional.empty();
        }

        @Override
        public Optional<Rule> segment(int id) {
            return Optional.empty();
        }
    };

    @AfterEach
    void close() {
        flights.close();
        threads.shutdownNow();
    }

    /** An answer that says how a behaviour was defined when it was computed. */
    private String answer(DefinitionResolver with) {
        computed.incrementAndGet();
        return with.behaviour("core").map(JsonNode::asString).orElse("none");
    }

    @Test
    void aQuestionAskedAgainIsNotComputedAgain() {
        assertThat(cache.get("q", names, this::answer)).isEqualTo("beacon_lit");
        assertThat(cache.get("q", names, this::answer)).isEqualTo("beacon_lit");
        assertThat(computed).hasValue(1);
        assertThat(cache.get("another", names, this::answer)).isEqualTo("beacon_lit");
        assertThat(computed).hasValue(2);
    }

    @Test
    void anAnswerIsNotUsedAfterABehaviourItReadHasChangedOrGone() {
        cache.get("q", names, this::answer);
        behaviours.put("other", "no matter");
        cache.get("q", names, this::answer);
        assertThat(computed).hasValue(1);
        behaviours.put("core", "lamp_trimmed");
        assertThat(cache.get("q", names, this::answer)).isEqualTo("lamp_trimmed");
        behaviours.remove("core");
        assertThat(cache.get("q", names, this::answer)).isEqualTo("none");
    }

    @Test
    void manyWhoAskAtOnceShareOneComputation() throws Exception {
        CountDownLatch started = new CountDownLatch(1);
        CountDownLatch goOn = new CountDownLatch(1);
        List<Future<String>> all = java.util.stream.IntStream.range(0, 8)
                .mapToObj(i -> threads.submit(() -> cache.get("q", names, with -> {
                    started.countDown();
                    await(goOn);
                    return answer(with);
                })))
                .toList();
        started.await();
        goOn.countDown();
        for (Future<String> each : all) {
            assertThat(each.get()).isEqualTo("beacon_lit");
        }
        assertThat(computed).hasValue(1);
    }

    /** The definition changes after the computation has read it; who asks afterwards joins, but gets no old answer. */
    @Test
    void whoJoinsAfterAChangeGetsTheChange() throws Exception {
        CountDownLatch read = new CountDownLatch(1);
        CountDownLatch goOn = new CountDownLatch(1);
        Future<String> before = threads.submit(() -> cache.get("q", names, with -> {
            String answer = answer(with);
            read.countDown();
            await(goOn);
            return answer;
        }));
        read.await();
        behaviours.put("core", "lamp_trimmed");
        Future<String> after = threads.submit(() -> cache.get("q", names, this::answer));
        goOn.countDown();
        assertThat(after.get()).isEqualTo("lamp_trimmed");
        before.get();
        assertThat(cache.get("q", names, this::answer)).isEqualTo("lamp_trimmed");
    }

    private static void await(CountDownLatch latch) {
        try {
            latch.await();
        } catch (InterruptedException e) {
            throw new IllegalStateException(e);
        }
    }
}
