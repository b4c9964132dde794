package coldtide.server.rows;

import coldtide.server.store.HeldBackRow.Kind;
import java.util.Optional;

/** Why a row cannot be taken: what kind of fault, the field at fault if it is one, and a sentence. */
public final class RowFault extends Exception {
    private static final long serialVersionUID = 1L;

    private final Kind kind;
    private final String field;

    /** @param field null where the fault is not of one field */
    RowFault(Kind kind, String field, String reason) {
        super(reason, null, false, false);
        this.kind = kind;
        this.field = field;
    }

    public Kind kind() {
        return kind;
    }

    public Optional<String> field() {
        return Optional.ofNullable(field);
    }
}
