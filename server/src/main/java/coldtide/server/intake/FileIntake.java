package coldtide.server.intake;

import coldtide.server.engine.Engine;
import coldtide.server.intake.ReadRow.Good;
import coldtide.server.intake.ReadRow.HeldBack;
import coldtide.server.store.App;
import coldtide.server.store.EventWriter;
import coldtide.server.store.HeldBackRepository;
import coldtide.server.store.HeldBackRow;
import coldtide.server.store.Import;
import coldtide.server.store.Import.State;
import coldtide.server.store.ImportRepository;
import coldtide.server.store.IncomingEvent;
import jakarta.annotation.PreDestroy;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.boot.context.event.ApplicationStartedEvent;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * Brings files in, one after another, in the background. Each batch of rows is one transaction: its events, its held-back
 * rows and the counts of its import are committed together or not at all, so read = taken + known + held back, always.
 */
@Component
class FileIntake {
    private static final Logger LOG = LoggerFactory.getLogger(FileIntake.class);
    private static final int BATCH_ROWS = 5_000;

    private final ImportRepository imports;
    private final HeldBackRepository heldBackRows;
    private final EventWriter writer;
    private final Engine engine;
    private final TransactionTemplate transactions;
    private final ExecutorService worker = Executors.newSingleThreadExecutor(task -> new Thread(task, "intake"));

    FileIntake(
            ImportRepository imports,
            HeldBackRepository heldBackRows,
            EventWriter writer,
            Engine engine,
            TransactionTemplate transactions) {
        this.imports = imports;
        this.heldBackRows = heldBackRows;
        this.writer = writer;
        this.engine = engine;
        this.transactions = transactions;
    }

    /** Begins an import; the file is deleted at its end. */
    Import begin(App app, String fileName, Path file, String byUser) throws IOException {
        Import run = imports.save(new Import(app.id(), fileName, Files.size(file), byUser));
        worker.execute(() -> run(app, run.id(), file));
        return run;
    }

    private void run(App app, int id, Path file) {
        try {
            change(app, id, Import::running);
            State state = State.DONE;
            String message = null;
            try (CsvFile csv = new CsvFile(file, app, Instant.now())) {
                message = batches(app, id, csv).orElse(null);
                state = message == null ? State.DONE : State.BROKEN_OFF;
            } catch (FileRefused refused) {
                state = State.REFUSED;
                message = refused.getMessage();
            }
            if (state != State.REFUSED) {
                engine.refresh(app);
            }
            end(app, id, state, message);
        } catch (IOException | RuntimeException fault) {
            LOG.error("An import failed.", fault);
            end(
                    app,
                    id,
                    State.BROKEN_OFF,
                    "This failed on our side after the rows counted here; send the file again to take"
                            + " the rest. The server's log says more.");
        } finally {
            delete(file);
        }
    }

    /** Reads to the end; a sentence if the file cannot be read that far. */
    private Optional<String> batches(App app, int id, CsvFile csv) {
        try {
            while (csv.hasNext()) {
                batch(app, id, csv);
            }
            return Optional.empty();
        } catch (FileRefused broken) {
            return Optional.of(broken.getMessage());
        }
    }

    private void batch(App app, int id, CsvFile csv) throws FileRefused {
        List<IncomingEvent> events = new ArrayList<>();
        List<HeldBack> faults = new ArrayList<>();
        FileRefused broken = null;
        try {
            while (events.size() + faults.size() < BATCH_ROWS && csv.hasNext()) {
                ReadRow row = csv.next();
                if (row instanceof Good good) {
                    events.add(good.event());
                } else if (row instanceof HeldBack fault) {
                    faults.add(fault);
                }
            }
        } catch (FileRefused atThisRow) {
            broken = atThisRow; // what was read before it is still taken
        }
        store(app, id, events, faults, csv.bytesRead());
        if (broken != null) {
            throw broken;
        }
    }

    private void store(App app, int id, List<IncomingEvent> events, List<HeldBack> faults, long bytesRead) {
        transactions.executeWithoutResult(status -> {
            Import run = imports.findByAppIdAndId(app.id(), id).orElseThrow();
            long taken = writer.merge(app, events);
            heldBackRows.saveAll(faults.stream()
                    .map(fault -> new HeldBackRow(run, fault.line(), fault.field(), fault.reason(), fault.content()))
                    .toList());
            Optional<Instant> newest = events.stream().map(IncomingEvent::time).max(Comparator.naturalOrder());
            run.add(taken, events.size() - taken, faults.size(), bytesRead, newest);
            imports.save(run);
        });
    }

    private void change(App app, int id, java.util.function.Consumer<Import> change) {
        transactions.executeWithoutResult(status -> {
            Import run = imports.findByAppIdAndId(app.id(), id).orElseThrow();
            change.accept(run);
            imports.save(run);
        });
    }

    private void end(App app, int id, State state, String message) {
        change(app, id, run -> run.end(state, message));
    }

    private static void delete(Path file) {
        try {
            Files.deleteIfExists(file);
        } catch (IOException e) {
            LOG.warn("A file that was brought in could not be deleted from the folder for uploads.");
        }
    }

    /** A server that was stopped during an import says so at its next start. */
    @EventListener(ApplicationStartedEvent.class)
    void breakOffWhatWasRunning() {
        transactions.executeWithoutResult(status -> {
            for (Import run : imports.findByStateIn(List.of(State.WAITING, State.RUNNING))) {
                run.end(
                        State.BROKEN_OFF,
                        "The server was stopped after the rows counted here. Send the file again: rows already taken are"
                                + " known and count once.");
                imports.save(run);
            }
        });
    }

    @PreDestroy
    void close() {
        worker.shutdownNow();
    }
}
