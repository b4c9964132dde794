package coldtide.server.rows;

import coldtide.server.store.StorableText;
import coldtide.server.store.intake.RejectedRow.Kind;
import java.util.Optional;

/** Why a row cannot be accepted: the kind of fault, the field at fault if it is one, and a sentence. All can be stored and shown. */
public final class RowFault extends Exception {
    private static final long serialVersionUID = 1L;
    private static final int LONGEST_FIELD = 200;
    private static final int LONGEST_REASON = 1_000;

    private final Kind kind;
    private final String field;

    /** @param field null where the fault is not of one field */
    public RowFault(Kind kind, String field, String reason) {
        super(StorableText.clean(StorableText.shortened(reason, LONGEST_REASON)), null, false, false);
        this.kind = kind;
        this.field = field == null ? null : StorableText.clean(StorableText.shortened(field, LONGEST_FIELD));
    }

    public Kind kind() {
        return kind;
    }

    public Optional<String> field() {
        return Optional.ofNullable(field);
    }
}
