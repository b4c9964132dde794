package coldtide.server.intake;

import coldtide.server.store.IncomingEvent;
import java.util.Optional;

/** What became of one row of a file. */
sealed interface ReadRow {
    /** It can be taken. */
    record Good(IncomingEvent event) implements ReadRow {}

    /**
     * It cannot.
     *
     * @param line where in the file, 1 for the header
     * @param field the column at fault, if it is one
     * @param reason a sentence
     * @param content the row's fields as CSV
     */
    record HeldBack(long line, Optional<String> field, String reason, String content) implements ReadRow {}
}
