package coldtide.server.intake;

import coldtide.server.access.Audit;
import coldtide.server.apps.AppDeleted;
import coldtide.server.apps.AppWorkers;
import coldtide.server.engine.Engine;
import coldtide.server.http.Problem;
import coldtide.server.rows.FileRefused;
import coldtide.server.rows.ImportFormat;
import coldtide.server.rows.RowCheck;
import coldtide.server.rows.RowFault;
import coldtide.server.rows.file.RowReader;
import coldtide.server.store.DatabaseFault;
import coldtide.server.store.StoredForms;
import coldtide.server.store.app.App;
import coldtide.server.store.app.AppRepository;
import coldtide.server.store.event.EventWriter;
import coldtide.server.store.event.IncomingEvent;
import coldtide.server.store.event.MergeResult;
import coldtide.server.store.event.Prefetch;
import coldtide.server.store.intake.Import;
import coldtide.server.store.intake.Import.State;
import coldtide.server.store.intake.ImportRepository;
import coldtide.server.store.intake.RejectedRow.Fault;
import coldtide.server.store.intake.RejectedRowWriter;
import jakarta.annotation.PreDestroy;
import java.time.Duration;
import java.time.Instant;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.atomic.AtomicReference;
import java.util.function.Consumer;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.boot.context.event.ApplicationStartedEvent;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * Reads files in the background, those of an app one after another. Each batch of rows is one transaction: its events, its held-back rows and
 * the counts of its import are committed together or not at all, so read = taken + known + held back, always, and a file whose
 * server was killed is gone on with after its last committed row.
 */
@Component
class FileIntake {
    private static final Logger LOG = LoggerFactory.getLogger(FileIntake.class);

    /** A file none of whose first rows can be taken is not read to its end. */
    private static final long HOPELESS_ROWS = 50_000;

    private static final Duration SHORTEST_PAUSE = Duration.ofSeconds(1);
    private static final Duration LONGEST_PAUSE = Duration.ofSeconds(30);

    /** Files of one app that may wait to be read at once. */
    private static final int MOST_WAITING = 1_000;

    private static final Duration KEPT_UNREAD = Duration.ofDays(7);

    private final AppRepository apps;
    private final ImportRepository imports;
    private final RejectedRowWriter heldBack;
    private final EventWriter writer;
    private final Engine engine;
    private final Uploads uploads;
    private final Audit audit;
    private final StoredForms forms;
    private final TransactionTemplate transactions;
    private final Set<Integer> stopping = ConcurrentHashMap.newKeySet();
    private final AppWorkers workers = new AppWorkers("intake", MOST_WAITING);

    FileIntake(
            AppRepository apps,
            ImportRepository imports,
            RejectedRowWriter heldBack,
            EventWriter writer,
            Engine engine,
            Uploads uploads,
            Audit audit,
            StoredForms forms,
            TransactionTemplate transactions) {
        this.apps = apps;
        this.imports = imports;
        this.heldBack = heldBack;
        this.writer = writer;
        this.engine = engine;
        this.uploads = uploads;
        this.audit = audit;
        this.forms = forms;
        this.transactions = transactions;
    }

    /** Lets a file that was looked at be read. */
    Import begin(App app, int id, ImportFormat reading) {
        Import run = change(app, id, waiting -> {
            if (waiting.state() != State.LOOKED_AT) {
                throw Problem.conflict("This file is not waiting to be read; it is "
                        + waiting.state()
                                .name()
                                .toLowerCase(java.util.Locale.ROOT)
                                .replace('_', ' ') + ".");
            }
            waiting.waiting(forms.write(reading));
            audit.note(app, "file brought in", "\"" + waiting.fileName() + "\"");
        });
        if (!workers.submit(app.id(), () -> run(app, id))) {
            end(
                    app,
                    run,
                    new End(State.STOPPED, "Too many files of this app are waiting already. Send it again later."));
            throw Problem.conflict("At most " + MOST_WAITING + " files of an app may wait to be read.");
        }
        return run;
    }

    /** Reads no further; what was taken stays. */
    Import stop(App app, int id) {
        Import stopped = change(app, id, run -> {
            if (run.state().isEnd()) {
                return;
            }
            stopping.add(id);
            audit.note(app, "file stopped", "\"" + run.fileName() + "\"");
            if (run.state() != State.RUNNING) {
                run.end(State.STOPPED, "It was stopped before it was read.");
            }
        });
        if (stopped.state() == State.STOPPED) {
            uploads.delete(stopped);
        }
        return stopped;
    }

    /** Reads a file to its end. While the database cannot be reached it is tried again, after longer and longer pauses. */
    private void run(App app, int id) {
        Duration pause = SHORTEST_PAUSE;
        while (!workers.isClosed()) {
            try {
                if (attempt(app, id)) {
                    return;
                }
            } catch (RuntimeException fault) {
                if (workers.isClosed()) {
                    return;
                }
                if (!DatabaseFault.isUnreachable(fault)) {
                    throw fault;
                }
                LOG.warn("An import waits {} s for the database.", pause.toSeconds());
            }
            if (!sleep(pause)) {
                return;
            }
            pause = pause.multipliedBy(2).compareTo(LONGEST_PAUSE) > 0 ? LONGEST_PAUSE : pause.multipliedBy(2);
        }
    }

    private static boolean sleep(Duration pause) {
        try {
            Thread.sleep(pause.toMillis());
            return true;
        } catch (InterruptedException goingDown) {
            Thread.currentThread().interrupt();
            return false;
        }
    }

    /** Reads on after the last row that was stored. @return whether the import has ended; false to try again later */
    private boolean attempt(App app, int id) {
        Optional<Import> found = imports.findByAppIdAndId(app.id(), id);
        if (found.filter(each -> !each.state().isEnd()).isEmpty()) {
            return true; // ended, or deleted with its app
        }
        Import run = found.get();
        try {
            run = change(app, id, Import::running);
            ImportFormat reading = forms.read(run.format(), run.reading().orElseThrow(), ImportFormat.class);
            End end;
            try (RowReader rows = RowReader.open(uploads.file(run), reading)) {
                RowCheck check = new RowCheck(reading, app, Instant.now());
                skip(rows, check, run.rowsRead());
                end = batches(app, id, rows, check);
            } catch (FileRefused refused) {
                end = new End(run.rowsRead() == 0 ? State.REFUSED : State.BROKEN_OFF, refused.getMessage());
            }
            if (end.state() != State.REFUSED) {
                refresh(app);
            }
            end(app, run, end);
            return true;
        } catch (Exception fault) {
            if (workers.isClosed()) {
                return true; // it stays as it is and is gone on with at the next start
            }
            if (DatabaseFault.isUnreachable(fault)) {
                return false;
            }
            if (apps.findById(app.id()).filter(each -> !each.isDeleted()).isEmpty()) {
                return true;
            }
            LOG.error("An import failed.", fault);
            end(
                    app,
                    run,
                    new End(
                            State.BROKEN_OFF,
                            "This failed on our side after the rows counted here; send the file again to take the rest."
                                    + " The server's log says more."));
            return true;
        }
    }

    /** What was imported is in the answers when the import has ended; where it cannot be read, the app is told as such. */
    private void refresh(App app) {
        try {
            engine.refresh(app);
        } catch (Problem told) {
            LOG.warn("What was imported for {} is not in its answers yet: {}", app.key(), told.getMessage());
            engine.changed(app);
        }
    }

    /** How an import ended. */
    private record End(State state, String message) {}

    /** Passes over rows that are stored already. They are checked all the same: the ids of later rows depend on equal ones before. */
    private static void skip(RowReader rows, RowCheck check, long count) throws FileRefused {
        for (long row = 0; row < count && rows.hasNext(); row++) {
            try {
                check.event(rows.next());
            } catch (RowFault toldBefore) {
                continue;
            }
        }
    }

    private End batches(App app, int id, RowReader rows, RowCheck check) {
        try (Prefetch<Batch> batches = new Prefetch<>("intake-rows", into -> readAhead(rows, check, into))) {
            while (batches.hasNext()) {
                Batch batch = batches.next();
                Import run = store(app, id, batch);
                if (batch.broken().isPresent()) {
                    return new End(State.BROKEN_OFF, batch.broken().get());
                }
                if (stopping.remove(id)) {
                    return new End(State.STOPPED, "It was stopped; the rows counted here stay.");
                }
                if (run.heldBack() == run.rowsRead() && run.heldBack() >= HOPELESS_ROWS) {
                    return new End(
                            State.BROKEN_OFF,
                            "None of the first " + run.rowsRead() + " rows could be taken, so the file was not read"
                                    + " further. The reasons stand below; perhaps it must be read in another way.");
                }
            }
            return new End(State.DONE, rounded(check.roundedAmounts()));
        }
    }

    private static String rounded(long amounts) {
        return amounts == 0 ? null : "Amounts with more than six decimals were rounded to six: " + amounts + ".";
    }

    private static void readAhead(RowReader rows, RowCheck check, Prefetch.Into<Batch> into)
            throws InterruptedException {
        while (true) {
            Batch batch = Batch.next(rows, check);
            if (!batch.isEmpty() || batch.broken().isPresent()) {
                into.put(batch);
            }
            if (batch.isEmpty() || batch.broken().isPresent()) {
                return;
            }
        }
    }

    private Import store(App app, int id, Batch batch) {
        AtomicReference<Runnable> counting = new AtomicReference<>();
        Import stored = change(app, id, run -> {
            MergeResult merged = writer.merge(app, batch.events());
            List<Fault> faults = batch.faults(merged);
            heldBack.add(run, faults);
            Optional<Instant> newest =
                    batch.events().stream().map(IncomingEvent::time).max(Comparator.naturalOrder());
            run.add(merged.accepted(), merged.duplicates(), faults.size(), batch.bytesRead(), newest);
            counting.set(() -> RowMeters.count(app, merged, faults.size()));
        });
        counting.get().run();
        return stored;
    }

    private Import change(App app, int id, Consumer<Import> change) {
        return transactions.execute(status -> {
            Import run = imports.findForChangeByAppIdAndId(app.id(), id)
                    .orElseThrow(() -> Problem.notFound("There is no import number " + id + "."));
            change.accept(run);
            return imports.save(run);
        });
    }

    private void end(App app, Import run, End end) {
        change(app, run.id(), ending -> ending.end(end.state(), end.message()));
        stopping.remove(run.id());
        uploads.delete(run);
    }

    /** Stops reading the files of an app that was deleted, and deletes its uploads. */
    @EventListener
    void forget(AppDeleted deleted) {
        for (Import run : imports.findByAppIdAndStateIn(
                deleted.app().id(), List.of(State.UPLOADING, State.LOOKED_AT, State.RUNNING))) {
            stopping.add(run.id());
            uploads.delete(run);
        }
    }

    /** Files that nobody let be read for a week are not kept any longer. */
    @EventListener(ApplicationStartedEvent.class)
    void forgetWhatWasLeft() {
        Instant weekAgo = Instant.now().minus(KEPT_UNREAD);
        for (Import run : imports.findByStateIn(List.of(State.UPLOADING, State.LOOKED_AT))) {
            if (run.started().isBefore(weekAgo)) {
                App app = apps.findById(run.appId()).orElseThrow();
                end(app, run, new End(State.STOPPED, "Nobody let it be read within a week."));
            }
        }
    }

    /** Files that were waiting or being read when the server ended are gone on with; those whose file is lost say so. */
    @EventListener(ApplicationStartedEvent.class)
    void goOnWithWhatWasRunning() {
        for (Import run : imports.findByStateIn(List.of(State.WAITING, State.RUNNING))) {
            App app = apps.findById(run.appId()).orElseThrow();
            if (uploads.has(run)) {
                LOG.info("Going on with \"{}\" after row {}.", run.fileName(), run.rowsRead());
                workers.submit(app.id(), () -> run(app, run.id()));
            } else {
                end(
                        app,
                        run,
                        new End(
                                State.BROKEN_OFF,
                                "The server was stopped after the rows counted here, and the file is no longer with it."
                                        + " Send it again: rows already taken are known and count once."));
            }
        }
    }

    @PreDestroy
    void close() {
        workers.close();
    }
}
