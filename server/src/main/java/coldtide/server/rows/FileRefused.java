package coldtide.server.rows;

/** A file that cannot be read as a whole, or no further; the message says why, where, and what to do. */
public final class FileRefused extends Exception {
    private static final long serialVersionUID = 1L;

    public FileRefused(String sentence) {
        super(sentence);
    }

    public FileRefused(String sentence, Throwable cause) {
        super(sentence, cause);
    }
}
