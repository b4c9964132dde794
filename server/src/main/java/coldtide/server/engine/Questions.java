package coldtide.server.engine;

import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.Supplier;
import org.springframework.stereotype.Component;

/**
 * Questions being answered, by the names that pages give them: a page that has moved on gives its question up, since a server
 * cannot notice by itself that nobody waits any more.
 */
@Component
class Questions {
    /** Who waits for an answer, until it is there. */
    private static final class Asker {
        private final Thread thread = Thread.currentThread();
        private boolean over;

        synchronized void giveUp() {
            if (!over) {
                thread.interrupt();
            }
        }

        /** From now on an interruption would hit whatever the thread does next. */
        synchronized void end() {
            over = true;
            Thread.interrupted();
        }
    }

    private final Map<String, Asker> asking = new ConcurrentHashMap<>();

    /** Answers on this thread, which is interrupted if the question is given up meanwhile. */
    <T> T named(String name, Supplier<T> answering) {
        Asker asker = new Asker();
        asking.put(name, asker);
        try {
            return answering.get();
        } finally {
            asking.remove(name, asker);
            asker.end();
        }
    }

    /** Gives a question up; one that is answered or was never asked is none any more. */
    void giveUp(String name) {
        Asker asker = asking.get(name);
        if (asker != null) {
            asker.giveUp();
        }
    }
}
