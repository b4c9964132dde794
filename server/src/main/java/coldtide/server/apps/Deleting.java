package coldtide.server.apps;

import coldtide.server.access.Audit;
import coldtide.server.http.Problem;
import coldtide.server.store.app.App;
import coldtide.server.store.app.AppRepository;
import coldtide.server.store.erasure.AppRemover;
import jakarta.annotation.PreDestroy;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Service;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * Deletes apps. An app is not shown any more as soon as that is committed; its data are removed in the background, and what was not
 * removed when the server ended is removed after its next start.
 */
@Service
class Deleting {
    private static final Logger LOG = LoggerFactory.getLogger(Deleting.class);

    private final AppRepository apps;
    private final AppRemover remover;
    private final Audit audit;
    private final TransactionTemplate transaction;
    private final ApplicationEventPublisher events;
    private final AppWorkers workers = new AppWorkers("deleting", 1);

    Deleting(
            AppRepository apps,
            AppRemover remover,
            Audit audit,
            TransactionTemplate transaction,
            ApplicationEventPublisher events) {
        this.apps = apps;
        this.remover = remover;
        this.audit = audit;
        this.transaction = transaction;
        this.events = events;
    }

    /** @param name the app's name, typed by who deletes it; @throws Problem if it is another */
    void delete(App app, String name, String byUser) {
        if (!name.strip().equals(app.name())) {
            throw Problem.badField("name", "Type the name of the app, \"" + app.name() + "\", to delete it.");
        }
        transaction.executeWithoutResult(status -> {
            App now = apps.findForChangeById(app.id())
                    .filter(each -> !each.isDeleted())
                    .orElseThrow(() -> Problem.notFound("The app \"" + app.key() + "\" is deleted already."));
            now.delete(byUser);
            apps.save(now);
            audit.note(now, "app deleted", app.name());
        });
        events.publishEvent(new AppDeleted(app));
        workers.submit(app.id(), () -> remove(app));
    }

    private void remove(App app) {
        long began = System.nanoTime();
        remover.remove(app);
        LOG.info("Removed all data of {} in {} ms.", app.key(), (System.nanoTime() - began) / 1_000_000);
    }

    /** Goes on with what was under way when the server ended. */
    @EventListener(ApplicationReadyEvent.class)
    void goOn() {
        apps.findByDeletedIsNotNull().forEach(app -> workers.submit(app.id(), () -> remove(app)));
    }

    @PreDestroy
    void close() {
        workers.close();
    }
}
