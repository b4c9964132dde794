package coldtide.server.intake;

/** Why a row cannot be taken: the column at fault and a sentence. */
final class RowFault extends Exception {
    private static final long serialVersionUID = 1L;

    private final String field;

    RowFault(String field, String reason) {
        super(reason, null, false, false);
        this.field = field;
    }

    String field() {
        return field;
    }
}
