package coldtide.server.demo;

import coldtide.server.rows.ColumnMeaning;
import coldtide.server.rows.FileRefused;
import coldtide.server.rows.ImportFormat;
import coldtide.server.rows.RowCheck;
import coldtide.server.rows.RowFault;
import coldtide.server.rows.TimeForm;
import coldtide.server.rows.file.ContentRow;
import coldtide.server.store.StoredForms;
import coldtide.server.store.app.App;
import coldtide.server.store.intake.Import;
import coldtide.server.store.intake.RejectedRow.Fault;
import coldtide.server.store.intake.RejectedRowWriter;
import coldtide.world.WorldEvent;
import coldtide.world.out.Wire;
import coldtide.world.out.Wire.Count;
import coldtide.world.scenario.Scenario;
import java.time.Duration;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.function.UnaryOperator;
import java.util.stream.Stream;
import tools.jackson.databind.json.JsonMapper;

/** The demo world's way in, as if its file had been brought in: the counts of its rows, and the malformed ones held back. */
final class DemoFile {
    private final App app;
    private final ImportFormat reading;
    private final JsonMapper json;
    private final StoredForms forms;
    private final RowCheck check;
    private final Wire wire;
    private final Map<Instant, List<Fault>> faultsByHour = new TreeMap<>();
    private Instant received = Instant.EPOCH;
    private Instant newest = Instant.EPOCH;

    DemoFile(App app, Scenario scenario, JsonMapper json, StoredForms forms) {
        this.app = app;
        this.json = json;
        this.forms = forms;
        reading = new ImportFormat(
                ImportFormat.Format.NDJSON,
                false,
                "UTF-8",
                ",",
                true,
                TimeForm.ISO,
                app.zone().getId(),
                false,
                null,
                null,
                columns());
        try {
            check = new RowCheck(reading, app, scenario.lastArrival());
        } catch (FileRefused e) {
            throw new IllegalStateException(e.getMessage(), e);
        }
        wire = new Wire(scenario.habits(), this::malformed);
    }

    private static List<ImportFormat.Column> columns() {
        return Stream.of(ColumnMeaning.values())
                .filter(part -> part != ColumnMeaning.NOTHING && part != ColumnMeaning.PROPERTY)
                .map(part -> new ImportFormat.Column(part.word(), part, part.word()))
                .toList();
    }

    /** Counts an event that is taken, and holds back what comes malformed beside it. */
    void see(WorldEvent event) {
        received = Instant.ofEpochMilli(event.receivedMillis());
        Instant time = Instant.ofEpochMilli(event.timeMillis());
        newest = time.isAfter(newest) ? time : newest;
        wire.pass(event);
    }

    private void malformed(Map<String, Object> fields) {
        String content = json.writeValueAsString(fields);
        long line = wire.count().rows();
        try {
            check.event(ContentRow.of(reading, line, content));
            throw new IllegalStateException("A malformed row of the demo world could be taken: " + content);
        } catch (RowFault fault) {
            faultsByHour
                    .computeIfAbsent(
                            received.truncatedTo(ChronoUnit.HOURS).plus(Duration.ofHours(1)), hour -> new ArrayList<>())
                    .add(new Fault(line, fault.kind(), fault.field(), fault.getMessage(), content));
        }
    }

    /** Keeps it as an import that is done. */
    void keep(UnaryOperator<Import> save, RejectedRowWriter heldBack, String byUser) {
        Count count = wire.count();
        Import run = new Import(app.id(), app.name() + ", the demo world", 0, null, byUser);
        run.waiting(forms.write(reading));
        run.add(count.events(), count.twice(), count.spoilt(), 0, Optional.of(newest));
        run.end(Import.State.DONE, null);
        Import kept = save.apply(run);
        faultsByHour.forEach((arrived, faults) -> heldBack.add(kept, faults, arrived));
    }
}
