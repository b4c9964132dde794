package coldtide.core.scan;

/** A question that was given up or ran out of time; the message says which. */
public final class ScanStoppedException extends RuntimeException {
    private static final long serialVersionUID = 1L;

    public ScanStoppedException(String message, Throwable cause) {
        super(message, cause);
    }
}
