package coldtide.server.register;

import coldtide.server.access.Audit;
import coldtide.server.engine.Engine;
import coldtide.server.named.Named;
import coldtide.server.store.App;
import coldtide.server.store.Eraser;
import org.springframework.stereotype.Service;
import org.springframework.transaction.support.TransactionTemplate;

/** Erases a person: from the store, from lists, and from what is in memory. */
@Service
class Erasing {
    private final Eraser eraser;
    private final Named named;
    private final Engine engine;
    private final Audit audit;
    private final TransactionTemplate transaction;

    Erasing(Eraser eraser, Named named, Engine engine, Audit audit, TransactionTemplate transaction) {
        this.eraser = eraser;
        this.named = named;
        this.engine = engine;
        this.audit = audit;
        this.transaction = transaction;
    }

    /** How much was erased. */
    record ErasedView(long events, long heldBack) {}

    /** The audit says that somebody was erased and how much, not who. */
    ErasedView erase(App app, long owner) {
        Eraser.Erased erased = transaction.execute(status -> {
            Eraser.Erased gone = eraser.erase(app, owner);
            named.forget(app, owner);
            audit.note(app, "person erased", gone.events() + " events and " + gone.heldBack() + " rows held back");
            return gone;
        });
        engine.erase(app, owner);
        return new ErasedView(erased.events(), erased.heldBack());
    }
}
