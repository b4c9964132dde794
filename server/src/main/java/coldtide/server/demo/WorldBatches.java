package coldtide.server.demo;

import coldtide.server.store.IncomingEvent;
import coldtide.world.World;
import coldtide.world.WorldEvent;
import java.util.ArrayList;
import java.util.Iterator;
import java.util.List;
import java.util.NoSuchElementException;
import java.util.concurrent.ArrayBlockingQueue;
import java.util.concurrent.BlockingQueue;
import java.util.concurrent.atomic.AtomicLong;
import java.util.function.Function;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/** A world's events in batches, made on a thread of their own while the last batch is being stored. */
final class WorldBatches implements Iterator<List<IncomingEvent>>, AutoCloseable {
    private static final Logger LOG = LoggerFactory.getLogger(WorldBatches.class);
    private static final int BATCH_EVENTS = 20_000;
    private static final int PROGRESS_EVENTS = 400_000;

    private final BlockingQueue<List<IncomingEvent>> made = new ArrayBlockingQueue<>(4);
    private final Thread maker;
    private List<IncomingEvent> batch = new ArrayList<>(BATCH_EVENTS);
    private List<IncomingEvent> next;
    private final AtomicLong events = new AtomicLong();
    private volatile RuntimeException fault;

    WorldBatches(World world, Function<WorldEvent, IncomingEvent> form) {
        maker = new Thread(() -> make(world, form), "demo-world");
        maker.setDaemon(true);
        maker.start();
    }

    private void make(World world, Function<WorldEvent, IncomingEvent> form) {
        try {
            world.eachPerson(person -> {
                person.forEach(event -> batch.add(form.apply(event)));
                if (batch.size() >= BATCH_EVENTS) {
                    put();
                }
            });
            if (!batch.isEmpty()) {
                put();
            }
        } catch (RuntimeException e) {
            fault = e;
        }
        batch = List.of();
        put();
    }

    private void put() {
        try {
            made.put(batch);
            batch = new ArrayList<>(BATCH_EVENTS);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new IllegalStateException("Making the demo world was given up.", e);
        }
    }

    @Override
    public boolean hasNext() {
        if (next == null) {
            try {
                next = made.take();
            } catch (InterruptedException e) {
                Thread.currentThread().interrupt();
                throw new IllegalStateException("Loading the demo world was given up.", e);
            }
        }
        if (fault != null) {
            throw new IllegalStateException("The demo world could not be made.", fault);
        }
        return !next.isEmpty();
    }

    @Override
    public List<IncomingEvent> next() {
        if (!hasNext()) {
            throw new NoSuchElementException("The world has no more events.");
        }
        List<IncomingEvent> taken = next;
        next = null;
        long before = events.getAndAdd(taken.size());
        if (before / PROGRESS_EVENTS != events.get() / PROGRESS_EVENTS) {
            LOG.info("  {} events", String.format("%,d", events.get()));
        }
        return taken;
    }

    long events() {
        return events.get();
    }

    @Override
    public void close() {
        maker.interrupt();
    }
}
