package coldtide.server.intake;

import coldtide.server.store.app.App;
import coldtide.server.store.event.MergeResult;
import io.micrometer.core.instrument.Metrics;

/** Counts rows of files and events of messages for the server's metrics, once they are committed. */
final class RowMeters {
    private RowMeters() {}

    /** @param rejected when rows were checked and when they were stored */
    static void count(App app, MergeResult stored, long rejected) {
        count(app, "accepted", stored.accepted());
        count(app, "duplicate", stored.duplicates());
        count(app, "rejected", rejected);
    }

    private static void count(App app, String outcome, long rows) {
        Metrics.counter("coldtide.rows", "app", app.key(), "outcome", outcome).increment(rows);
    }
}
