package coldtide.server.intake;

import coldtide.server.access.Audit;
import coldtide.server.engine.Engine;
import coldtide.server.http.Problem;
import coldtide.server.rows.CloudEvent;
import coldtide.server.rows.EventCheck;
import coldtide.server.rows.FileRefused;
import coldtide.server.rows.ImportFormat;
import coldtide.server.rows.JsonEvent;
import coldtide.server.rows.RowCheck;
import coldtide.server.rows.RowFault;
import coldtide.server.rows.file.ContentRow;
import coldtide.server.store.StoredForms;
import coldtide.server.store.app.App;
import coldtide.server.store.event.EventWriter;
import coldtide.server.store.event.IncomingEvent;
import coldtide.server.store.event.MergeResult;
import coldtide.server.store.intake.ImportRepository;
import coldtide.server.store.intake.RejectedRow;
import coldtide.server.store.intake.RejectedRow.Fault;
import coldtide.server.store.intake.RejectedRowRepository;
import coldtide.server.store.intake.RejectedRowRepository.Which;
import io.swagger.v3.oas.annotations.media.Schema;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.springframework.data.domain.PageRequest;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;
import tools.jackson.databind.JsonNode;

/**
 * Imports rejected rows once more, corrected or unchanged. Accepted rows and duplicates leave the list.
 */
@Component
class RejectedRowRetry {
    private static final int MOST_AT_ONCE = 20_000;

    private final RejectedRowRepository rows;
    private final ImportRepository imports;
    private final EventWriter writer;
    private final Engine engine;
    private final Audit audit;
    private final StoredForms forms;
    private final TransactionTemplate transactions;

    RejectedRowRetry(
            RejectedRowRepository rows,
            ImportRepository imports,
            EventWriter writer,
            Engine engine,
            Audit audit,
            StoredForms forms,
            TransactionTemplate transactions) {
        this.rows = rows;
        this.imports = imports;
        this.writer = writer;
        this.engine = engine;
        this.audit = audit;
        this.forms = forms;
        this.transactions = transactions;
    }

    /**
     * What became of rows sent again.
     *
     * @param reason of a single row that is still held back
     */
    record Result(
            long taken,
            long known,
            long heldBack,
            @Schema(types = {"string", "null"}) String reason) {}

    Result one(App app, long id, String content) {
        Result result = transactions.execute(status -> {
            RejectedRow row = rows.findByAppIdAndId(app.id(), id)
                    .filter(found -> found.settled().isEmpty())
                    .orElseThrow(() -> Problem.notFound("There is no rejected row number " + id + "."));
            return send(app, List.of(row), content);
        });
        engine.changed(app);
        return result;
    }

    Result all(App app, Which which) {
        Result result = transactions.execute(status -> send(
                app,
                rows.findAll(which, PageRequest.of(0, MOST_AT_ONCE, RejectedRowRepository.AS_THEY_CAME))
                        .getContent(),
                null));
        engine.changed(app);
        return result;
    }

    /** @param content in place of what was kept; null to send rows as they stand */
    private Result send(App app, List<RejectedRow> sent, String content) {
        Checks checks = new Checks(app, sent);
        List<IncomingEvent> events = new ArrayList<>();
        List<RejectedRow> rowOf = new ArrayList<>();
        Map<RejectedRow, Fault> faults = new LinkedHashMap<>();
        for (RejectedRow row : sent) {
            String text = content == null ? row.content() : content;
            try {
                for (IncomingEvent event : checks.events(row, text)) {
                    events.add(event);
                    rowOf.add(row);
                }
            } catch (RowFault fault) {
                faults.put(row, new Fault(row.line(), fault.kind(), fault.field(), fault.getMessage(), text));
            }
        }
        MergeResult merged = writer.merge(app, events);
        for (int place : merged.rejected()) {
            RejectedRow row = rowOf.get(place);
            faults.put(row, merged.outcomes().get(place).fault(row.line(), content == null ? row.content() : content));
        }
        sent.forEach(row -> {
            if (faults.containsKey(row)) {
                row.stillHeldBack(faults.get(row));
            } else {
                row.settle();
            }
        });
        rows.saveAll(sent);
        audit.note(
                app,
                "rows sent again",
                (sent.size() - faults.size()) + " accepted or duplicates, " + faults.size() + " still rejected");
        String reason = faults.values().stream().map(Fault::reason).findFirst().orElse(null);
        return new Result(merged.accepted(), merged.duplicates(), faults.size(), sent.size() == 1 ? reason : null);
    }

    /** How rows of each origin are checked. */
    private final class Checks {
        private final App app;
        private final Instant now = Instant.now();
        private final EventCheck messages;
        private final Map<Integer, ImportFormat> readings = new HashMap<>();
        private final Map<Integer, RowCheck> files = new HashMap<>();

        /** Of each row, how many rows of its file before it were rejected with the same content, and it. */
        private final Map<Long, Integer> occurrences = new HashMap<>();

        Checks(App app, List<RejectedRow> sent) {
            this.app = app;
            List<Long> ids = sent.stream().map(RejectedRow::id).toList();
            rows.occurrences(app.id(), ids).forEach(each -> occurrences.put(each.getId(), each.getNumber()));
            messages = new EventCheck(EventCheck.Habits.ofMessages(app), app, now);
        }

        /** A row of a file is one event; what was sent live may be the rest of a batch, a list of them. */
        List<IncomingEvent> events(RejectedRow row, String content) throws RowFault {
            if (row.importId().isEmpty()) {
                JsonNode message = JsonEvent.tree(content);
                List<IncomingEvent> events = new ArrayList<>();
                for (JsonNode event : message.isArray() ? message.values() : List.of(message)) {
                    events.add(messages.event(CloudEvent.fields(event)));
                }
                return events;
            }
            int importId = row.importId().get();
            if (!files.containsKey(importId)) {
                open(importId);
            }
            return List.of(files.get(importId)
                    .event(
                            ContentRow.of(readings.get(importId), row.line(), content),
                            occurrences.getOrDefault(row.id(), 1)));
        }

        private void open(int importId) {
            ImportFormat reading = imports.findByAppIdAndId(app.id(), importId)
                    .flatMap(run -> run.reading().map(text -> forms.read(run.format(), text, ImportFormat.class)))
                    .orElseThrow(
                            () -> Problem.conflict("It is no longer known how this file was read. Send it again."));
            try {
                files.put(importId, new RowCheck(reading, app, now));
                readings.put(importId, reading);
            } catch (FileRefused cannotServe) {
                throw Problem.conflict(cannotServe.getMessage());
            }
        }
    }
}
