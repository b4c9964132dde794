package coldtide.server.register;

import coldtide.server.access.Audit;
import coldtide.server.apps.AppWorkers;
import coldtide.server.engine.Engine;
import coldtide.server.http.Problem;
import coldtide.server.named.DefinitionService;
import coldtide.server.store.app.App;
import coldtide.server.store.app.AppRepository;
import coldtide.server.store.erasure.Eraser;
import coldtide.server.store.erasure.Erasure;
import coldtide.server.store.erasure.ErasureRepository;
import jakarta.annotation.PreDestroy;
import java.util.List;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.TimeUnit;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.event.EventListener;
import org.springframework.data.domain.Limit;
import org.springframework.stereotype.Service;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * Erases users: from the store, from lists, and from what is in memory. Each is a job that is stored before it begins, done in the
 * background, and gone on with at the next start if the server ends before it is done.
 */
@Service
class Erasing {
    private static final Logger LOG = LoggerFactory.getLogger(Erasing.class);
    private static final int MOST_WAITING = 1_000;
    private static final int SHOWN = 100;
    /** Most erasures are done by then, so the admin need not look again. */
    private static final int WAIT_SECONDS = 8;

    private final Eraser eraser;
    private final ErasureRepository erasures;
    private final AppRepository apps;
    private final DefinitionService named;
    private final Engine engine;
    private final Audit audit;
    private final TransactionTemplate transaction;
    private final AppWorkers workers = new AppWorkers("erasing", MOST_WAITING);

    Erasing(
            Eraser eraser,
            ErasureRepository erasures,
            AppRepository apps,
            DefinitionService named,
            Engine engine,
            Audit audit,
            TransactionTemplate transaction) {
        this.eraser = eraser;
        this.erasures = erasures;
        this.apps = apps;
        this.named = named;
        this.engine = engine;
        this.audit = audit;
        this.transaction = transaction;
    }

    /** Has a user erased and waits a while for it. @throws Problem if they are being erased already */
    Erasure erase(App app, long owner, String byUser) {
        Erasure asked = transaction.execute(status -> {
            erasures.findByAppIdAndOwnerAndState(app.id(), owner, Erasure.State.WAITING)
                    .ifPresent(waiting -> {
                        throw Problem.conflict(
                                "This user is being erased already; " + waiting.requestedBy() + " asked for it.");
                    });
            return erasures.save(new Erasure(app.id(), owner, byUser));
        });
        CountDownLatch done = new CountDownLatch(1);
        boolean queued = workers.submit(app.id(), () -> {
            try {
                run(app, asked.id());
            } finally {
                done.countDown();
            }
        });
        if (!queued) {
            throw Problem.conflict(
                    "Too many users are being erased. It is done after the next start, or ask again later.");
        }
        try {
            if (!done.await(WAIT_SECONDS, TimeUnit.SECONDS)) {
                LOG.info("Erasing a user of {} takes longer than {} s.", app.key(), WAIT_SECONDS);
            }
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
        return erasures.findById(asked.id()).orElseThrow();
    }

    List<Erasure> of(App app) {
        return erasures.findByAppIdOrderByIdDesc(app.id(), Limit.of(SHOWN));
    }

    /** The audit says that somebody was erased and how much, not who. */
    private void run(App app, int id) {
        Erasure erasure = erasures.findById(id).orElseThrow();
        if (erasure.owner().isEmpty()) {
            return;
        }
        long owner = erasure.owner().get();
        Eraser.Erased gone;
        try {
            gone = eraser.erase(app, owner, erased -> {
                named.forget(app, owner);
                erasure.done(erased);
                erasures.save(erasure);
                audit.noteBy(
                        erasure.requestedBy(),
                        app,
                        "user erased",
                        erased.events() + " events and " + erased.rejectedRows() + " rejected rows");
            });
        } catch (RuntimeException fault) {
            LOG.error("A user of {} could not be erased; it is tried again at the next start.", app.key(), fault);
            transaction.executeWithoutResult(status -> {
                Erasure failed = erasures.findById(id).orElseThrow();
                failed.failed();
                erasures.save(failed);
            });
            return;
        }
        engine.erase(app, owner);
        List<String> leftovers = eraser.leftovers(app, gone.names());
        transaction.executeWithoutResult(status -> {
            Erasure done = erasures.findById(id).orElseThrow();
            done.found(leftovers);
            erasures.save(done);
        });
    }

    /** Goes on with what was under way when the server ended. */
    @EventListener(ApplicationReadyEvent.class)
    void goOn() {
        for (Erasure erasure : erasures.findByStateIn(List.of(Erasure.State.WAITING, Erasure.State.FAILED))) {
            apps.findById(erasure.appId()).ifPresent(app -> workers.submit(app.id(), () -> run(app, erasure.id())));
        }
    }

    @PreDestroy
    void close() {
        workers.close();
    }
}
