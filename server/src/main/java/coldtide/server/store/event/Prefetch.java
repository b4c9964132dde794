package coldtide.server.store.event;

import java.util.Iterator;
import java.util.NoSuchElementException;
import java.util.concurrent.ArrayBlockingQueue;
import java.util.concurrent.BlockingQueue;

/**
 * Produces elements on a thread of its own, a few ahead of the consumer: the next batch is read while the last one is stored.
 */
public final class Prefetch<T> implements Iterator<T>, AutoCloseable {
    private static final int MOST_AHEAD = 3;

    /** Takes what was made; waits while enough is ahead. */
    @FunctionalInterface
    public interface Into<T> {
        void put(T made) throws InterruptedException;
    }

    /** Makes everything, from first to last. */
    @FunctionalInterface
    public interface Maker<T> {
        void make(Into<T> into) throws Exception;
    }

    /** One thing, or the end, or why there is no more. */
    private record Made<T>(T thing, Exception fault) {}

    private final BlockingQueue<Made<T>> queue = new ArrayBlockingQueue<>(MOST_AHEAD);
    private final Thread thread;
    private Made<T> next;

    public Prefetch(String name, Maker<T> maker) {
        thread = new Thread(() -> run(maker), name);
        thread.setDaemon(true);
        thread.start();
    }

    private void run(Maker<T> maker) {
        Exception fault = null;
        try {
            maker.make(thing -> queue.put(new Made<>(thing, null)));
        } catch (InterruptedException givenUp) {
            return;
        } catch (Exception e) {
            fault = e;
        }
        try {
            queue.put(new Made<>(null, fault));
        } catch (InterruptedException givenUp) {
            Thread.currentThread().interrupt();
        }
    }

    /** @throws IllegalStateException with its cause, if making failed or was given up */
    @Override
    public boolean hasNext() {
        if (next == null) {
            try {
                next = queue.take();
            } catch (InterruptedException e) {
                Thread.currentThread().interrupt();
                throw new IllegalStateException("Waiting for the next batch was given up.", e);
            }
        }
        if (next.fault() != null) {
            throw new IllegalStateException("The next batch could not be made.", next.fault());
        }
        return next.thing() != null;
    }

    @Override
    public T next() {
        if (!hasNext()) {
            throw new NoSuchElementException("There are no more batches.");
        }
        T thing = next.thing();
        next = null;
        return thing;
    }

    /** Makes no more, and waits until nothing is being made. */
    @Override
    public void close() {
        thread.interrupt();
        boolean interrupted = false;
        while (thread.isAlive()) {
            try {
                queue.clear(); // whoever waits to put something need not
                thread.join(20);
            } catch (InterruptedException e) {
                interrupted = true;
            }
        }
        if (interrupted) {
            Thread.currentThread().interrupt();
        }
    }
}
