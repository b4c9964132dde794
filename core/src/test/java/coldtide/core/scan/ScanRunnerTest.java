package coldtide.core.scan;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import coldtide.core.RandomHistory;
import coldtide.core.log.EventLog;
import coldtide.core.log.Shard;
import java.lang.management.ManagementFactory;
import java.lang.management.ThreadMXBean;
import java.time.Duration;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;

class ScanRunnerTest {
    private static final EventLog LOG = new RandomHistory(1, 100, 20).log(20, 1);

    /** Counts shards; {@code onScan} runs before each. */
    private record Counting(Runnable onScan) implements Analysis<AtomicInteger, Integer> {
        @Override
        public AtomicInteger empty() {
            return new AtomicInteger();
        }

        @Override
        public void scan(Shard shard, AtomicInteger partial) {
            onScan.run();
            partial.incrementAndGet();
        }

        @Override
        public void merge(AtomicInteger into, AtomicInteger from) {
            into.addAndGet(from.get());
        }

        @Override
        public Integer finish(AtomicInteger partial) {
            return partial.get();
        }
    }

    @Test
    void everyShardIsScannedOnce() {
        try (ScanRunner runner = new ScanRunner(3, Duration.ofMinutes(1))) {
            assertThat(runner.run(LOG, new Counting(() -> {})))
                    .isEqualTo(LOG.shards().size());
        }
    }

    @Test
    void aQuestionOverItsTimeIsStopped() {
        try (ScanRunner runner = new ScanRunner(1, Duration.ZERO)) {
            assertThatThrownBy(() -> runner.run(LOG, new Counting(() -> {})))
                    .isInstanceOf(ScanStoppedException.class)
                    .hasMessageContaining("longer than 0 seconds");
        }
    }

    @Test
    void aFaultInAnAnalysisReachesTheAsker() {
        try (ScanRunner runner = new ScanRunner(2, Duration.ofMinutes(1))) {
            assertThatThrownBy(() -> runner.run(LOG, new Counting(() -> {
                        throw new IllegalArgumentException("no such thing");
                    })))
                    .isInstanceOf(IllegalArgumentException.class)
                    .hasMessage("no such thing");
            assertThat(runner.run(LOG, new Counting(() -> {}))).isPositive();
        }
    }

    @Test
    void anInterruptedAskerGivesTheQuestionUp() throws InterruptedException {
        CountDownLatch begun = new CountDownLatch(1);
        AtomicInteger scanned = new AtomicInteger();
        CountDownLatch never = new CountDownLatch(1);
        try (ScanRunner runner = new ScanRunner(1, Duration.ofMinutes(1))) {
            Thread asker = new Thread(() -> {
                try {
                    runner.run(LOG, new Counting(() -> {
                        scanned.incrementAndGet();
                        begun.countDown();
                        try {
                            never.await();
                        } catch (InterruptedException e) {
                            Thread.currentThread().interrupt();
                        }
                    }));
                } catch (ScanStoppedException e) {
                    scanned.addAndGet(1000);
                }
            });
            asker.start();
            begun.await();
            asker.interrupt();
            asker.join();
            assertThat(runner.run(LOG, new Counting(() -> {})))
                    .isEqualTo(LOG.shards().size());
            assertThat(scanned).hasValue(1001);
        }
    }

    /** Keeps a thread at work: what it waits is not counted as worked for a question. */
    private static void work(long millis) {
        ThreadMXBean clock = ManagementFactory.getThreadMXBean();
        long end = clock.getCurrentThreadCpuTime() + Duration.ofMillis(millis).toNanos();
        while (clock.getCurrentThreadCpuTime() < end) {
            Thread.onSpinWait();
        }
    }

    private static void pause(CountDownLatch until) {
        try {
            until.await();
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }

    /** Short ones are answered one after another, not all at the end. */
    @Test
    void shortQuestionsAreAnsweredInTheOrderInWhichTheyWereAsked() throws InterruptedException {
        CountDownLatch asked = new CountDownLatch(1);
        CountDownLatch begun = new CountDownLatch(1);
        List<Integer> order = Collections.synchronizedList(new ArrayList<>());
        try (ScanRunner runner = new ScanRunner(1, Duration.ofMinutes(1))) {
            RunningScan<AtomicInteger, Integer> before = runner.ask(LOG, new Counting(() -> {
                begun.countDown();
                pause(asked);
            }));
            begun.await();
            List<RunningScan<AtomicInteger, Integer>> questions = IntStream.range(0, 5)
                    .mapToObj(i -> runner.ask(LOG, new Counting(() -> order.add(i))))
                    .toList();
            asked.countDown();
            before.result();
            questions.forEach(RunningScan::result);
        }
        assertThat(order).isSorted().hasSize(5 * LOG.shards().size());
    }

    /** A question's second pass comes before what was asked after the question. */
    @Test
    void aLaterPassKeepsTheTurnOfItsQuestion() throws InterruptedException {
        CountDownLatch asked = new CountDownLatch(1);
        CountDownLatch begun = new CountDownLatch(1);
        List<String> order = Collections.synchronizedList(new ArrayList<>());
        try (ScanRunner runner = new ScanRunner(1, Duration.ofMinutes(1))) {
            ScanRunner question = runner.forQuestion();
            runner.run(LOG, new Counting(() -> work(1)));
            RunningScan<AtomicInteger, Integer> before = runner.ask(LOG, new Counting(() -> {
                begun.countDown();
                pause(asked);
            }));
            begun.await();
            RunningScan<AtomicInteger, Integer> other = runner.ask(LOG, new Counting(() -> order.add("other")));
            RunningScan<AtomicInteger, Integer> pass = question.ask(LOG, new Counting(() -> order.add("pass")));
            asked.countDown();
            before.result();
            other.result();
            pass.result();
        }
        assertThat(order).startsWith("pass").endsWith("other");
    }

    /** What it did not use while it was away is not made up for. */
    @Test
    void aQuestionThatWasAwayForLongDoesNotHoldOthersUp() throws InterruptedException {
        CountDownLatch asked = new CountDownLatch(1);
        CountDownLatch begun = new CountDownLatch(1);
        List<String> order = Collections.synchronizedList(new ArrayList<>());
        try (ScanRunner runner = new ScanRunner(1, Duration.ofMinutes(1))) {
            ScanRunner question = runner.forQuestion();
            runner.run(LOG, new Counting(() -> work(10)));
            RunningScan<AtomicInteger, Integer> before = runner.ask(LOG, new Counting(() -> {
                begun.countDown();
                pause(asked);
            }));
            begun.await();
            RunningScan<AtomicInteger, Integer> other = runner.ask(LOG, new Counting(() -> order.add("other")));
            RunningScan<AtomicInteger, Integer> pass = question.ask(LOG, new Counting(() -> {
                order.add("pass");
                work(5);
            }));
            asked.countDown();
            before.result();
            other.result();
            pass.result();
        }
        assertThat(order.indexOf("other")).isLessThan(LOG.shards().size() / 2);
    }

    /** The quick one has as many shards, but each is done at once: it is over when the long one has hardly gone on. */
    @Test
    void aQuickQuestionIsNotHeldUpByShardsThatTakeLong() throws InterruptedException {
        CountDownLatch begun = new CountDownLatch(1);
        AtomicInteger slow = new AtomicInteger();
        try (ScanRunner runner = new ScanRunner(1, Duration.ofMinutes(1))) {
            RunningScan<AtomicInteger, Integer> first = runner.ask(LOG, new Counting(() -> {
                begun.countDown();
                work(20);
                slow.incrementAndGet();
            }));
            begun.await();
            AtomicInteger before = new AtomicInteger();
            RunningScan<AtomicInteger, Integer> second = runner.ask(LOG, new Counting(() -> before.set(slow.get())));
            assertThat(second.result()).isEqualTo(LOG.shards().size());
            assertThat(before.get()).isLessThan(LOG.shards().size() / 2);
            assertThat(first.result()).isEqualTo(LOG.shards().size());
        }
    }

    /** Those who keep coming hold nobody up for ever. */
    @Test
    void aLongQuestionGoesOnBesideManyThatCome() throws InterruptedException {
        CountDownLatch begun = new CountDownLatch(1);
        try (ScanRunner runner = new ScanRunner(1, Duration.ofMinutes(1))) {
            RunningScan<AtomicInteger, Integer> first = runner.ask(LOG, new Counting(() -> {
                begun.countDown();
                work(2);
            }));
            begun.await();
            int others = 0;
            while (first.progress() < 1 && others < 10_000) {
                runner.run(LOG, new Counting(() -> work(1)));
                others++;
            }
            assertThat(first.result()).isEqualTo(LOG.shards().size());
            assertThat(others).isLessThan(10_000);
        }
    }

    @Test
    void aQuestionGivenUpScansNoFurtherShard() throws InterruptedException {
        CountDownLatch begun = new CountDownLatch(2);
        AtomicInteger scanned = new AtomicInteger();
        try (ScanRunner runner = new ScanRunner(2, Duration.ofMinutes(1))) {
            RunningScan<AtomicInteger, Integer> running = runner.ask(LOG, new Counting(() -> {
                scanned.incrementAndGet();
                begun.countDown();
                pause(new CountDownLatch(1));
            }));
            begun.await();
            assertThat(running.progress()).isZero();
            running.cancel();
            assertThatThrownBy(running::result)
                    .isInstanceOf(ScanStoppedException.class)
                    .hasMessageContaining("given up");
            assertThat(runner.run(LOG, new Counting(() -> {})))
                    .isEqualTo(LOG.shards().size());
            assertThat(scanned).hasValue(2);
        }
    }

    @Test
    void aClosedRunnerTakesNoQuestion() {
        ScanRunner runner = new ScanRunner(1, Duration.ofMinutes(1));
        runner.close();
        assertThatThrownBy(() -> runner.run(LOG, new Counting(() -> {}))).isInstanceOf(ScanStoppedException.class);
    }
}
