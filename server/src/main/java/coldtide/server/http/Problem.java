package coldtide.server.http;

import java.time.Duration;
import java.util.Optional;
import org.springframework.http.HttpStatus;

/** Something a caller can mend; answered as problem details (RFC 9457) with the field at fault. */
public final class Problem extends RuntimeException {
    private static final long serialVersionUID = 1L;

    private static final int MOST_PAGES = 1_000_000;

    private final HttpStatus status;
    private final String field;
    private final Duration wait;

    private Problem(HttpStatus status, String field, String sentence) {
        this(status, field, sentence, null);
    }

    private Problem(HttpStatus status, String field, String sentence, Duration wait) {
        super(sentence);
        this.status = status;
        this.field = field;
        this.wait = wait;
    }

    /** @param field name of the field at fault */
    public static Problem badField(String field, String sentence) {
        return new Problem(HttpStatus.BAD_REQUEST, field, sentence);
    }

    /** Refuses a number of a page that no list has. */
    public static void checkPage(int page) {
        if (page < 0 || page > MOST_PAGES) {
            throw badField("page", "Pages are numbered from 0 to " + MOST_PAGES + ", not " + page + ".");
        }
    }

    public static Problem notFound(String sentence) {
        return new Problem(HttpStatus.NOT_FOUND, null, sentence);
    }

    public static Problem conflict(String sentence) {
        return new Problem(HttpStatus.CONFLICT, null, sentence);
    }

    public static Problem conflict(String field, String sentence) {
        return new Problem(HttpStatus.CONFLICT, field, sentence);
    }

    public static Problem tooLarge(String sentence) {
        return new Problem(HttpStatus.CONTENT_TOO_LARGE, null, sentence);
    }

    /** @param wait after how long it may be tried again */
    public static Problem tooMany(String sentence, Duration wait) {
        return new Problem(HttpStatus.TOO_MANY_REQUESTS, null, sentence, wait);
    }

    /** Something that is not to be had at present. @param wait after how long it may be tried again */
    public static Problem unavailable(String sentence, Duration wait) {
        return new Problem(HttpStatus.SERVICE_UNAVAILABLE, null, sentence, wait);
    }

    /** After how long it may be tried again, if waiting helps. */
    public Optional<Duration> retryAfter() {
        return Optional.ofNullable(wait);
    }

    public HttpStatus status() {
        return status;
    }

    public Optional<String> field() {
        return Optional.ofNullable(field);
    }
}
