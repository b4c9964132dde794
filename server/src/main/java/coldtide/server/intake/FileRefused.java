package coldtide.server.intake;

/** A file that cannot be read as a whole, or no further; the message says why, where, and what to do. */
final class FileRefused extends Exception {
    private static final long serialVersionUID = 1L;

    FileRefused(String sentence) {
        super(sentence);
    }

    FileRefused(String sentence, Throwable cause) {
        super(sentence, cause);
    }
}
