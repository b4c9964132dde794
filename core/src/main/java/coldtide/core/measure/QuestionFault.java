package coldtide.core.measure;

/** A question that cannot be asked, with the place in it that is at fault. */
public final class QuestionFault extends IllegalArgumentException {
    private static final long serialVersionUID = 1L;

    private final String field;

    /** @param field as the question is written over HTTP: {@code formulas[0].text} */
    QuestionFault(String field, String message) {
        super(message);
        this.field = field;
    }

    public String field() {
        return field;
    }
}
