package coldtide.server.intake;

import coldtide.server.rows.FileRefused;
import coldtide.server.rows.Row;
import coldtide.server.rows.RowCheck;
import coldtide.server.rows.RowFault;
import coldtide.server.rows.file.RowReader;
import coldtide.server.store.event.IncomingEvent;
import coldtide.server.store.event.MergeResult;
import coldtide.server.store.intake.RejectedRow.Fault;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * Some rows of a file, checked.
 *
 * @param events of those rows that can be accepted
 * @param rows of these events, by which those that are rejected when they are stored are kept
 * @param bytesRead of the file, up to their end
 * @param broken why the file cannot be read beyond them
 */
record Batch(List<IncomingEvent> events, List<Row> rows, List<Fault> faults, long bytesRead, Optional<String> broken) {
    private static final int MOST_ROWS = 10_000;
    /** Rows of a batch lie in memory, those with faults as text. */
    private static final long MOST_CHARACTERS = 16L << 20;

    /** The next rows; what comes before a place where the file cannot be read is still taken. */
    static Batch next(RowReader rows, RowCheck check) {
        List<IncomingEvent> events = new ArrayList<>(MOST_ROWS);
        List<Row> accepted = new ArrayList<>(MOST_ROWS);
        List<Fault> faults = new ArrayList<>();
        Optional<String> broken = Optional.empty();
        long from = rows.charactersRead();
        try {
            while (events.size() + faults.size() < MOST_ROWS
                    && rows.charactersRead() - from < MOST_CHARACTERS
                    && rows.hasNext()) {
                Row row = rows.next();
                try {
                    events.add(check.event(row));
                    accepted.add(row);
                } catch (RowFault fault) {
                    faults.add(new Fault(
                            row.line(),
                            fault.kind(),
                            fault.field(),
                            fault.getMessage(),
                            RowReader.kept(row.content())));
                }
            }
        } catch (FileRefused atThisRow) {
            broken = Optional.of(atThisRow.getMessage());
        }
        return new Batch(events, accepted, faults, rows.bytesRead(), broken);
    }

    boolean isEmpty() {
        return events.isEmpty() && faults.isEmpty();
    }

    /** All faults: those found when rows were checked, and those found when their events were stored. */
    List<Fault> faults(MergeResult merged) {
        if (merged.rejected().isEmpty()) {
            return faults;
        }
        List<Fault> all = new ArrayList<>(faults);
        for (int place : merged.rejected()) {
            Row row = rows.get(place);
            all.add(merged.outcomes().get(place).fault(row.line(), RowReader.kept(row.content())));
        }
        return all;
    }
}
