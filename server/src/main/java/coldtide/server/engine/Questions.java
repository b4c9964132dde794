package coldtide.server.engine;

import coldtide.core.scan.ScanStoppedException;
import coldtide.server.http.ClientConnection;
import io.micrometer.core.instrument.Gauge;
import io.micrometer.core.instrument.Metrics;
import jakarta.annotation.PreDestroy;
import java.time.Duration;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.TimeUnit;
import java.util.function.Supplier;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.stereotype.Component;

/**
 * Questions being answered. A question ends early when the page that asked it gives it up by its name, when its client closes the
 * connection, or when its time is over; the time counts for the whole answer, however many passes over the log it needs.
 */
@Component
class Questions {
    private static final long LOOK_MILLIS = 200;

    private final Map<String, Asker> named = new ConcurrentHashMap<>();
    private final Set<Asker> all = ConcurrentHashMap.newKeySet();
    private final Duration limit;
    private final ScheduledExecutorService watchdog = Executors.newSingleThreadScheduledExecutor(task -> {
        Thread thread = new Thread(task, "question-watchdog");
        thread.setDaemon(true);
        return thread;
    });

    Questions(@Value("${coldtide.answer-seconds}") int answerSeconds) {
        limit = Duration.ofSeconds(answerSeconds);
        Gauge.builder("coldtide.questions.open", all, Set::size)
                .description("Questions being answered")
                .register(Metrics.globalRegistry);
        watchdog.scheduleWithFixedDelay(this::look, LOOK_MILLIS, LOOK_MILLIS, TimeUnit.MILLISECONDS);
    }

    /** A thread that works on an answer, until it is there. */
    private final class Asker {
        private final Thread thread = Thread.currentThread();
        private final long ends = System.nanoTime() + limit.toNanos();
        private final Optional<ClientConnection> connection;
        private String givenUp;
        private boolean over;

        Asker(Optional<ClientConnection> connection) {
            this.connection = connection;
        }

        synchronized void giveUp(String reason) {
            if (!over && givenUp == null) {
                givenUp = reason;
                thread.interrupt();
            }
        }

        synchronized void look() {
            if (over || givenUp != null) {
                return;
            }
            if (System.nanoTime() - ends > 0) {
                giveUp("The answer took longer than " + limit.toSeconds() + " s and was given up.");
            } else if (connection.filter(ClientConnection::isClosedByClient).isPresent()) {
                giveUp("The client closed the connection.");
            }
        }

        /** From now on an interruption would hit whatever the thread does next. */
        synchronized Optional<String> end() {
            over = true;
            if (givenUp != null) {
                Thread.interrupted();
            }
            return Optional.ofNullable(givenUp);
        }
    }

    /**
     * Answers on this thread, which is interrupted if the question is given up meanwhile.
     *
     * @param name by which the question can be given up, if it has one
     * @throws ScanStoppedException if it was given up before an answer was there, with the reason
     */
    <T> T answer(Optional<String> name, Supplier<T> answering) {
        Asker asker = new Asker(ClientConnection.current());
        name.ifPresent(key -> named.put(key, asker));
        all.add(asker);
        try {
            return answering.get();
        } catch (RuntimeException fault) {
            throw asker.end()
                    .<RuntimeException>map(reason -> new ScanStoppedException(reason, fault))
                    .orElse(fault);
        } finally {
            all.remove(asker);
            name.ifPresent(key -> named.remove(key, asker));
            asker.end();
        }
    }

    /** Gives a question up; nothing happens if it is answered or was never asked. */
    void giveUp(String name) {
        Asker asker = named.get(name);
        if (asker != null) {
            asker.giveUp("The question was given up.");
        }
    }

    private void look() {
        all.forEach(Asker::look);
    }

    /** Number of questions being answered. */
    int open() {
        return all.size();
    }

    @PreDestroy
    void close() {
        watchdog.shutdownNow();
    }
}
