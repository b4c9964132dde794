package coldtide.server.store.intake;

import coldtide.server.store.BinaryCopy;
import coldtide.server.store.StorableText;
import jakarta.persistence.EntityManager;
import java.sql.Connection;
import java.sql.SQLException;
import java.time.Instant;
import java.util.List;
import org.hibernate.Session;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Rows held back into the store, in bulk. */
@Component
public class RejectedRowWriter {
    private final EntityManager entities;

    RejectedRowWriter(EntityManager entities) {
        this.entities = entities;
    }

    /** Keeps rows of a file. */
    @Transactional
    public void add(Import from, List<RejectedRow.Fault> faults) {
        add(from, faults, Instant.now());
    }

    /** Keeps rows of a file that arrived at another time than now. */
    @Transactional
    public void add(Import from, List<RejectedRow.Fault> faults, Instant arrived) {
        write(from.appId(), "import_id", from.id(), faults, arrived);
    }

    /** Keeps events that a program sent by its key. */
    @Transactional
    public void add(int appId, int keyId, List<RejectedRow.Fault> faults) {
        write(appId, "key_id", keyId, faults, Instant.now());
    }

    private void write(int appId, String origin, int originId, List<RejectedRow.Fault> faults, Instant arrived) {
        if (faults.isEmpty()) {
            return;
        }
        entities.unwrap(Session.class).doWork(connection -> copy(connection, appId, origin, originId, faults, arrived));
    }

    private static void copy(
            Connection connection,
            int appId,
            String origin,
            int originId,
            List<RejectedRow.Fault> faults,
            Instant arrived)
            throws SQLException {
        String target = "held_back_row (app_id, " + origin + ", line, kind, field, reason, content, arrived)";
        try (BinaryCopy copy = new BinaryCopy(connection, target)) {
            for (RejectedRow.Fault fault : faults) {
                copy.row(8).int4(appId).int4(originId).int8(fault.line());
                copy.text(fault.kind().name());
                fault.field().map(StorableText::clean).ifPresentOrElse(copy::text, copy::none);
                copy.text(StorableText.clean(fault.reason()))
                        .text(StorableText.clean(fault.content()))
                        .timestamp(arrived);
            }
            copy.finish();
        }
    }
}
