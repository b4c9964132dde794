package coldtide.server.engine;

import coldtide.core.scan.ScanStoppedException;
import java.time.Duration;
import java.util.HashMap;
import java.util.Map;
import java.util.concurrent.CancellationException;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.FutureTask;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;
import java.util.function.Supplier;

/**
 * Work that several ask for at once and that is done once: whoever comes while it is under way waits for the same result. It is
 * done on a thread of its own, so each of those who wait can give up; when the last one does, it is stopped. Nothing is kept:
 * a caller that comes after it is done starts it again.
 *
 * @param <K> what is asked for
 */
public final class SingleFlight<K> implements AutoCloseable {
    /** Work under way and how many wait for it. */
    private static final class Flight {
        private final FutureTask<Object> task;
        private int waiting;

        Flight(FutureTask<Object> task) {
            this.task = task;
        }
    }

    private final Map<K, Flight> flights = new HashMap<>();
    private final Duration patience;
    private final ExecutorService threads;

    /**
     * @param name of its threads
     * @param mostAtOnce how many different results are worked on at once; others wait their turn
     * @param patience how long anybody waits
     */
    public SingleFlight(String name, int mostAtOnce, Duration patience) {
        this.patience = patience;
        threads = Executors.newFixedThreadPool(mostAtOnce, task -> {
            Thread thread = new Thread(task, name);
            thread.setDaemon(true);
            return thread;
        });
    }

    /**
     * The result of work that is named by {@code key}.
     *
     * @throws ScanStoppedException if the caller is interrupted or has waited long enough; the work goes on for others that wait
     */
    public <V> V join(K key, Supplier<V> work) {
        Flight flight = board(key, work);
        try {
            @SuppressWarnings("unchecked") // one key, one kind of work
            V result = (V) flight.task.get(patience.toMillis(), TimeUnit.MILLISECONDS);
            return result;
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new ScanStoppedException("The question was given up.", e);
        } catch (TimeoutException | CancellationException e) {
            throw new ScanStoppedException(
                    "The answer took longer than " + patience.toSeconds() + " s and was given up.", e);
        } catch (ExecutionException e) {
            throw e.getCause() instanceof RuntimeException fault ? fault : new IllegalStateException(e.getCause());
        } finally {
            leave(key, flight);
        }
    }

    private synchronized Flight board(K key, Supplier<?> work) {
        Flight flight = flights.get(key);
        if (flight == null) {
            flight = new Flight(new FutureTask<>(work::get));
            flights.put(key, flight);
            threads.execute(flight.task);
        }
        flight.waiting++;
        return flight;
    }

    private synchronized void leave(K key, Flight flight) {
        flight.waiting--;
        if (flight.waiting == 0 || flight.task.isDone()) {
            flights.remove(key, flight);
            flight.task.cancel(true);
        }
    }

    @Override
    public void close() {
        threads.shutdownNow();
    }
}
