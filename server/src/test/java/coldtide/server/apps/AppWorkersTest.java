package coldtide.server.apps;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.TimeUnit;
import org.junit.jupiter.api.Test;

class AppWorkersTest {
    private static boolean waited(CountDownLatch latch) throws InterruptedException {
        return latch.await(30, TimeUnit.SECONDS);
    }

    @Test
    void tasksOfOneAppRunInTheirOrderAndAFaultEndsNothing() throws InterruptedException {
        try (AppWorkers workers = new AppWorkers("test", 100)) {
            List<Integer> order = new CopyOnWriteArrayList<>();
            CountDownLatch done = new CountDownLatch(50);
            for (int i = 0; i < 50; i++) {
                int number = i;
                assertThat(workers.submit(1, () -> {
                            order.add(number);
                            done.countDown();
                            if (number % 7 == 0) {
                                throw new IllegalStateException("task " + number);
                            }
                            if (number % 11 == 0) {
                                throw new StackOverflowError();
                            }
                        }))
                        .isTrue();
            }
            assertThat(waited(done)).isTrue();
            assertThat(order).isSorted().hasSize(50);
        }
    }

    @Test
    void anAppThatIsStuckHoldsNoOtherUpAndItsQueueIsBounded() throws InterruptedException {
        try (AppWorkers workers = new AppWorkers("test", 3)) {
            CountDownLatch stuck = new CountDownLatch(1);
            CountDownLatch others = new CountDownLatch(3);
            assertThat(workers.submit(1, () -> {
                        try {
                            stuck.await();
                        } catch (InterruptedException goingDown) {
                            Thread.currentThread().interrupt();
                        }
                    }))
                    .isTrue();
            for (int i = 0; i < 3; i++) {
                assertThat(workers.submit(1, () -> {})).isTrue();
            }
            assertThat(workers.submit(1, () -> {})).as("one more than may wait").isFalse();
            for (int app = 2; app < 5; app++) {
                workers.submit(app, others::countDown);
            }
            assertThat(waited(others)).isTrue();
            stuck.countDown();
        }
    }

    @Test
    void nothingBeginsOnceClosed() {
        AppWorkers workers = new AppWorkers("test", 3);
        workers.close();
        assertThat(workers.isClosed()).isTrue();
        assertThat(workers.submit(1, () -> {})).isFalse();
    }
}
