package coldtide.server.engine;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import coldtide.core.scan.ScanStoppedException;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.concurrent.atomic.AtomicInteger;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;

class SingleFlightTest {
    private final SingleFlight<String> flights = new SingleFlight<>("test", 4, Duration.ofSeconds(30));
    private final ExecutorService threads = Executors.newFixedThreadPool(8);

    @AfterEach
    void close() {
        flights.close();
        threads.shutdownNow();
    }

    @Test
    void manyWhoAskAtOnceHaveItDoneOnce() throws Exception {
        AtomicInteger done = new AtomicInteger();
        CountDownLatch go = new CountDownLatch(1);
        List<Future<Integer>> asked = new ArrayList<>();
        for (int i = 0; i < 8; i++) {
            asked.add(threads.submit(() -> flights.join("a", () -> {
                await(go);
                return done.incrementAndGet();
            })));
        }
        Thread.sleep(100);
        go.countDown();
        for (Future<Integer> each : asked) {
            assertThat(each.get()).isEqualTo(1);
        }
        assertThat(flights.<Integer>join("a", done::incrementAndGet))
                .as("afterwards it is done again")
                .isEqualTo(2);
    }

    @Test
    void oneWhoGivesUpTakesItFromNobodyAndTheLastOneStopsIt() throws Exception {
        AtomicBoolean stopped = new AtomicBoolean();
        CountDownLatch began = new CountDownLatch(1);
        Runnable asking = () -> flights.join("slow", () -> {
            began.countDown();
            try {
                Thread.sleep(60_000);
            } catch (InterruptedException e) {
                stopped.set(true);
            }
            return 1;
        });
        Future<?> first = threads.submit(asking);
        Future<?> second = threads.submit(asking);
        began.await();
        Thread.sleep(100);
        first.cancel(true);
        Thread.sleep(200);
        assertThat(stopped).isFalse();
        second.cancel(true);
        for (int tries = 0; tries < 100 && !stopped.get(); tries++) {
            Thread.sleep(20);
        }
        assertThat(stopped).isTrue();
    }

    @Test
    void aFaultIsToldToEachAndNotKept() {
        assertThatThrownBy(() -> flights.join("a", () -> {
                    throw new IllegalArgumentException("no");
                }))
                .isInstanceOf(IllegalArgumentException.class)
                .hasMessage("no");
        assertThat(flights.<Integer>join("a", () -> 7)).isEqualTo(7);
    }

    @Test
    void nobodyWaitsLongerThanTheirPatience() {
        try (SingleFlight<String> hasty = new SingleFlight<>("hasty", 4, Duration.ofMillis(50))) {
            assertThatThrownBy(() -> hasty.join("a", () -> {
                        await(new CountDownLatch(1));
                        return 1;
                    }))
                    .isInstanceOf(ScanStoppedException.class)
                    .hasMessageContaining("longer than");
        }
    }

    private static void await(CountDownLatch latch) {
        try {
            latch.await(30, TimeUnit.SECONDS);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }
}
