package coldtide.server.intake;

import coldtide.server.access.Sender;
import coldtide.server.engine.Engine;
import coldtide.server.rows.CloudEvent;
import coldtide.server.rows.EventCheck;
import coldtide.server.rows.JsonBatch;
import coldtide.server.rows.JsonEvent;
import coldtide.server.rows.RowFault;
import coldtide.server.rows.file.RowReader;
import coldtide.server.store.StorableText;
import coldtide.server.store.app.App;
import coldtide.server.store.event.EventWriter;
import coldtide.server.store.event.IncomingEvent;
import coldtide.server.store.event.MergeResult;
import coldtide.server.store.intake.RejectedRow.Fault;
import coldtide.server.store.intake.RejectedRowWriter;
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

    /**
     * What became of a message: its events in their order.
     *
     * @param rounded how many amounts had more than six decimals and were rounded to six
     */
    record Receipt(int taken, int known, int heldBack, long rounded, List<Line> events) {}

    private final EventWriter writer;
    private final RejectedRowWriter rejected;
    private final Engine engine;
    private final TransactionTemplate transactions;
    private final Map<Integer, Instant> newest = new ConcurrentHashMap<>();

    LiveIntake(EventWriter writer, RejectedRowWriter rejected, Engine engine, TransactionTemplate transactions) {
        this.writer = writer;
        this.rejected = rejected;
        this.engine = engine;
        this.transactions = transactions;
    }

    /** When something was last sent to the app, since the server was started. */
    Optional<Instant> newest(App app) {
        return Optional.ofNullable(newest.get(app.id()));
    }

    /** Takes what can be taken of a message; each of its events is accepted or rejected by itself. */
    Receipt take(App app, Sender sender, JsonBatch batch) {
        Message message = new Message(app, batch);
        MergeResult merged = transactions.execute(status -> {
            MergeResult result = writer.merge(app, message.events);
            message.outcomes(result);
            rejected.add(app.id(), sender.keyId(), message.faults);
            return result;
        });
        RowMeters.count(app, merged, message.faults.size());
        newest.put(app.id(), Instant.now());
        engine.changed(app);
        return new Receipt(
                (int) merged.accepted(),
                (int) merged.duplicates(),
                message.faults.size(),
                message.check.roundedAmounts(),
                List.of(message.lines));
    }

    /** A message being taken: what of it could be read, what became of each event. */
    private static final class Message {
        private final List<String> sent;
        private final List<IncomingEvent> events = new ArrayList<>();
        /** Places in the message of the events that could be read. */
        private final List<Integer> places = new ArrayList<>();

        private final List<Fault> faults = new ArrayList<>();
        private final Line[] lines;
        private final EventCheck check;

        Message(App app, JsonBatch batch) {
            sent = batch.elements();
            lines = new Line[sent.size() + (batch.rest().isPresent() ? 1 : 0)];
            check = new EventCheck(EventCheck.Habits.ofMessages(app), app, Instant.now());
            for (int i = 0; i < sent.size(); i++) {
                read(i);
            }
            batch.rest().ifPresent(rest -> {
                RowFault fault = rest.fault();
                reject(
                        sent.size(),
                        null,
                        new Fault(sent.size() + 1L, fault.kind(), fault.field(), fault.getMessage(), rest.text()));
            });
        }

        private void read(int place) {
            String id = null;
            try {
                JsonNode event = JsonEvent.tree(sent.get(place));
                id = id(event);
                events.add(check.event(CloudEvent.fields(event)));
                places.add(place);
            } catch (RowFault fault) {
                reject(
                        place,
                        id,
                        new Fault(
                                place + 1L,
                                fault.kind(),
                                fault.field(),
                                fault.getMessage(),
                                RowReader.kept(sent.get(place))));
            }
        }

        private void reject(int place, String id, Fault fault) {
            faults.add(fault);
            lines[place] =
                    new Line(place + 1, id, Outcome.HELD_BACK, fault.field().orElse(null), fault.reason());
        }

        void outcomes(MergeResult merged) {
            for (int i = 0; i < events.size(); i++) {
                int place = places.get(i);
                MergeResult.Outcome outcome = merged.outcomes().get(i);
                String id = events.get(i).id();
                if (outcome.isRejected()) {
                    reject(place, id, outcome.fault(place + 1L, RowReader.kept(sent.get(place))));
                } else {
                    boolean accepted = outcome == MergeResult.Outcome.ACCEPTED;
                    lines[place] = new Line(place + 1, id, accepted ? Outcome.TAKEN : Outcome.KNOWN, null, null);
                }
            }
        }
    }

    private static String id(JsonNode event) {
        JsonNode id = event.isObject() ? event.get("id") : null;
        String text = id == null || id.isNull() ? null : id.asString("");
        return text == null ? null : StorableText.clean(StorableText.shortened(text, 200));
    }
}
