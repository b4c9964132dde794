package coldtide.server.intake;

import coldtide.server.rows.FileRefused;
import coldtide.server.rows.Row;
import coldtide.server.rows.RowCheck;
import coldtide.server.rows.RowFault;
import coldtide.server.rows.Rows;
import coldtide.server.store.HeldBackRow.Fault;
import coldtide.server.store.IncomingEvent;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * Some rows of a file, checked.
 *
 * @param bytesRead of the file, up to their end
 * @param broken why the file cannot be read beyond them
 */
record Batch(List<IncomingEvent> events, List<Fault> faults, long bytesRead, Optional<String> broken) {
    private static final int ROWS = 10_000;

    /** The next rows; what comes before a place where the file cannot be read is still taken. */
    static Batch next(Rows rows, RowCheck check) {
        List<IncomingEvent> events = new ArrayList<>(ROWS);
        List<Fault> faults = new ArrayList<>();
        try {
            while (events.size() + faults.size() < ROWS && rows.hasNext()) {
                Row row = rows.next();
                try {
                    events.add(check.event(row));
                } catch (RowFault fault) {
                    faults.add(fault(row, fault));
                }
            }
            return new Batch(events, faults, rows.bytesRead(), Optional.empty());
        } catch (FileRefused atThisRow) {
            return new Batch(events, faults, rows.bytesRead(), Optional.of(atThisRow.getMessage()));
        }
    }

    private static Fault fault(Row row, RowFault fault) {
        return new Fault(row.line(), fault.kind(), fault.field(), fault.getMessage(), Rows.kept(row.content()));
    }

    boolean isEmpty() {
        return events.isEmpty() && faults.isEmpty();
    }
}
