package coldtide.server.intake;

import coldtide.server.access.Sender;
import coldtide.server.engine.Engine;
import coldtide.server.rows.CloudEvent;
import coldtide.server.rows.EventCheck;
import coldtide.server.rows.RowFault;
import coldtide.server.rows.Rows;
import coldtide.server.store.App;
import coldtide.server.store.EventWriter;
import coldtide.server.store.HeldBackRow.Fault;
import coldtide.server.store.HeldBackWriter;
import coldtide.server.store.IncomingEvent;
import io.swagger.v3.oas.annotations.media.Schema;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;
import tools.jackson.databind.JsonNode;

/** Takes events that a program sends. When a receipt is given, everything in it is committed. */
@Component
class LiveIntake {
    /** What became of one event. */
    enum Outcome {
        TAKEN,
        KNOWN,
        HELD_BACK
    }

    /**
     * What became of one event of a message.
     *
     * @param place in the message, 1 for the first
     * @param id as the sender gave it, if it did
     */
    record Line(
            int place,
            @Schema(types = {"string", "null"}) String id,
            Outcome outcome,
            @Schema(types = {"string", "null"}) String field,
            @Schema(types = {"string", "null"}) String reason) {}

    /** What became of a message: its events in their order. */
    record Receipt(int taken, int known, int heldBack, List<Line> events) {}

    private final EventWriter writer;
    private final HeldBackWriter heldBack;
    private final Engine engine;
    private final TransactionTemplate transactions;
    private final Map<Integer, Instant> newest = new ConcurrentHashMap<>();

    LiveIntake(EventWriter writer, HeldBackWriter heldBack, Engine engine, TransactionTemplate transactions) {
        this.writer = writer;
        this.heldBack = heldBack;
        this.engine = engine;
        this.transactions = transactions;
    }

    /** When something was last sent to the app, since the server was started. */
    Optional<Instant> newest(App app) {
        return Optional.ofNullable(newest.get(app.id()));
    }

    Receipt take(App app, Sender sender, List<JsonNode> sent) {
        EventCheck check = new EventCheck(EventCheck.Habits.ofMessages(app), app, Instant.now());
        List<IncomingEvent> events = new ArrayList<>();
        List<Fault> faults = new ArrayList<>();
        Line[] lines = new Line[sent.size()];
        for (int i = 0; i < lines.length; i++) {
            try {
                events.add(check.event(CloudEvent.fields(sent.get(i))));
            } catch (RowFault fault) {
                faults.add(new Fault(
                        i + 1,
                        fault.kind(),
                        fault.field(),
                        fault.getMessage(),
                        Rows.kept(sent.get(i).toString())));
                lines[i] = new Line(
                        i + 1, id(sent.get(i)), Outcome.HELD_BACK, fault.field().orElse(null), fault.getMessage());
            }
        }
        boolean[] taken = transactions.execute(status -> {
            heldBack.add(app.id(), sender.keyId(), faults);
            return writer.mergeEach(app, events);
        });
        newest.put(app.id(), Instant.now());
        engine.changed(app);
        return receipt(lines, events, taken, faults.size());
    }

    /** A message that could not even be taken apart is kept whole. */
    Receipt broken(App app, Sender sender, String message, RowFault fault) {
        Fault kept = new Fault(1, fault.kind(), fault.field(), fault.getMessage(), Rows.kept(message));
        heldBack.add(app.id(), sender.keyId(), List.of(kept));
        return new Receipt(0, 0, 1, List.of(new Line(1, null, Outcome.HELD_BACK, null, fault.getMessage())));
    }

    private static String id(JsonNode event) {
        JsonNode id = event.isObject() ? event.get("id") : null;
        String text = id == null || id.isNull() ? null : id.asString("");
        return text == null || text.length() <= 200 ? text : text.substring(0, 200);
    }

    private static Receipt receipt(Line[] lines, List<IncomingEvent> events, boolean[] taken, int heldBack) {
        int fresh = 0;
        int next = 0;
        for (int i = 0; i < lines.length; i++) {
            if (lines[i] == null) {
                Outcome outcome = taken[next] ? Outcome.TAKEN : Outcome.KNOWN;
                fresh += taken[next] ? 1 : 0;
                lines[i] = new Line(i + 1, events.get(next).id(), outcome, null, null);
                next++;
            }
        }
        return new Receipt(fresh, events.size() - fresh, heldBack, List.of(lines));
    }
}
