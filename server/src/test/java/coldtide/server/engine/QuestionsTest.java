package coldtide.server.engine;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import coldtide.core.scan.ScanStoppedException;
import coldtide.server.Application;
import coldtide.server.Caller;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.atomic.AtomicBoolean;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

@ExtendWith(Application.class)
class QuestionsTest {
    private final AtomicBoolean stopped = new AtomicBoolean();
    private final AtomicBoolean interruptedLater = new AtomicBoolean(true);

    /** Asks something that takes for ever, on a thread of its own. */
    private Thread asking(Questions questions, String name) throws InterruptedException {
        CountDownLatch asked = new CountDownLatch(1);
        Thread page = new Thread(() -> {
            stopped.set(questions.answer(Optional.of(name), () -> {
                asked.countDown();
                try {
                    new CountDownLatch(1).await();
                    return false;
                } catch (InterruptedException givenUp) {
                    Thread.currentThread().interrupt();
                    return true;
                }
            }));
            interruptedLater.set(Thread.currentThread().isInterrupted());
        });
        page.start();
        asked.await();
        return page;
    }

    @Test
    void aQuestionGivenUpStopsAndItsThreadIsFreeForTheNext() throws InterruptedException {
        Questions questions = new Questions(60);
        Thread page = asking(questions, "a");
        questions.giveUp("another");
        questions.giveUp("a");
        page.join();
        assertThat(stopped).isTrue();
        assertThat(interruptedLater).isFalse();
        questions.giveUp("a"); // it is none any more
    }

    /** Each pass over the log is short; together they take too long. */
    @Test
    void theTimeLimitIsForTheWholeAnswer() {
        Questions questions = new Questions(1);
        assertThatThrownBy(() -> questions.answer(Optional.empty(), () -> {
                    while (!Thread.currentThread().isInterrupted()) {
                        Thread.onSpinWait();
                    }
                    throw new IllegalStateException("stopped in the middle");
                }))
                .isInstanceOf(ScanStoppedException.class)
                .hasMessageContaining("took longer than 1 s");
        assertThat(Thread.currentThread().isInterrupted()).isFalse();
        assertThat(questions.open()).isZero();
    }

    /** What one person asks cannot be given up by another. */
    @Test
    void aPageGivesUpWhatItAsked() throws InterruptedException {
        Thread page = asking(Application.part(Questions.class), "demo q-1");
        Caller keeper = Application.keeper();
        assertThat(keeper.call("DELETE", "/api/questions/q-1", Map.of()).status())
                .isEqualTo(204);
        assertThat(page.isAlive()).isTrue();
        assertThat(Caller.demo().call("DELETE", "/api/questions/q-1", Map.of()).status())
                .isEqualTo(204);
        page.join();
        assertThat(stopped).isTrue();
    }
}
