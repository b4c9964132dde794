package coldtide.server.http;

import coldtide.core.measure.QuestionFault;
import coldtide.core.scan.ScanStoppedException;
import coldtide.server.store.DatabaseFault;
import coldtide.server.store.app.AppDeletedException;
import java.util.stream.Collectors;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.dao.OptimisticLockingFailureException;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.HttpStatusCode;
import org.springframework.http.MediaType;
import org.springframework.http.ProblemDetail;
import org.springframework.http.ResponseEntity;
import org.springframework.http.converter.HttpMessageNotReadableException;
import org.springframework.security.access.AccessDeniedException;
import org.springframework.web.bind.MethodArgumentNotValidException;
import org.springframework.web.bind.annotation.ExceptionHandler;
import org.springframework.web.bind.annotation.RestControllerAdvice;
import org.springframework.web.context.request.WebRequest;
import org.springframework.web.multipart.MaxUploadSizeExceededException;
import org.springframework.web.servlet.mvc.method.annotation.ResponseEntityExceptionHandler;
import org.springframework.web.servlet.resource.NoResourceFoundException;
import tools.jackson.core.JacksonException;
import tools.jackson.core.exc.StreamConstraintsException;
import tools.jackson.databind.exc.UnrecognizedPropertyException;

/** Turns what goes wrong into problem details: a sentence, and the field at fault where there is one. */
@RestControllerAdvice
class Problems extends ResponseEntityExceptionHandler {
    private static final Logger LOG = LoggerFactory.getLogger(Problems.class);

    @ExceptionHandler
    ResponseEntity<ProblemDetail> problem(Problem problem) {
        ProblemDetail detail = ProblemDetail.forStatusAndDetail(problem.status(), problem.getMessage());
        problem.field().ifPresent(field -> detail.setProperty("field", field));
        ResponseEntity.BodyBuilder answer = ResponseEntity.status(problem.status());
        problem.retryAfter()
                .ifPresent(wait -> answer.header(HttpHeaders.RETRY_AFTER, Long.toString(wait.toSeconds() + 1)));
        return answer.contentType(MediaType.APPLICATION_PROBLEM_JSON).body(detail);
    }

    /** The core's factories name the value at fault in their messages. */
    @ExceptionHandler
    ResponseEntity<ProblemDetail> refused(IllegalArgumentException refused) {
        if (refused instanceof QuestionFault fault) {
            return problem(Problem.badField(fault.field(), fault.getMessage()));
        }
        return answer(HttpStatus.BAD_REQUEST, refused.getMessage());
    }

    @ExceptionHandler
    ResponseEntity<ProblemDetail> changedMeanwhile(OptimisticLockingFailureException stale) {
        return answer(HttpStatus.CONFLICT, "This was changed or removed meanwhile. Load it again.");
    }

    @ExceptionHandler
    ResponseEntity<ProblemDetail> deleted(AppDeletedException deleted) {
        return answer(HttpStatus.NOT_FOUND, deleted.getMessage());
    }

    @ExceptionHandler
    ResponseEntity<ProblemDetail> stopped(ScanStoppedException stopped) {
        return answer(HttpStatus.SERVICE_UNAVAILABLE, stopped.getMessage());
    }

    @ExceptionHandler
    ResponseEntity<ProblemDetail> unforeseen(Exception fault) throws Exception {
        if (fault instanceof AccessDeniedException) {
            throw fault;
        }
        if (DatabaseFault.isUnreachable(fault)) {
            LOG.warn("A request failed since the database cannot be reached.");
            return answer(HttpStatus.SERVICE_UNAVAILABLE, "The database cannot be reached. Try again in a moment.");
        }
        if (DatabaseFault.isOfValue(fault)) {
            return answer(
                    HttpStatus.BAD_REQUEST,
                    "Something that was sent cannot be stored or compared: a text with a zero byte, or a time too far away.");
        }
        LOG.error("A request failed.", fault);
        return answer(HttpStatus.INTERNAL_SERVER_ERROR, "This failed on our side; the server's log says more.");
    }

    /** Whatever was to be answered, a problem has a form of its own. */
    private static ResponseEntity<ProblemDetail> answer(HttpStatus status, String sentence) {
        return ResponseEntity.status(status)
                .contentType(MediaType.APPLICATION_PROBLEM_JSON)
                .body(ProblemDetail.forStatusAndDetail(status, sentence));
    }

    @Override
    protected ResponseEntity<Object> handleHttpMessageNotReadable(
            HttpMessageNotReadableException unreadable,
            HttpHeaders headers,
            HttpStatusCode status,
            WebRequest request) {
        String sentence = "The question could not be read as JSON.";
        String field = null;
        Throwable cause = rootCause(unreadable);
        if (cause instanceof StreamConstraintsException) {
            sentence = "The question is nested too deep, or a number or name in it is too long.";
        } else if (unreadable.getCause() instanceof UnrecognizedPropertyException unknown) {
            field = placeOf(unknown);
            sentence = "\"" + field + "\" is not known here; known are "
                    + unknown.getKnownPropertyIds().stream()
                            .map(String::valueOf)
                            .sorted()
                            .collect(Collectors.joining(", "))
                    + ".";
        } else if (unreadable.getCause() instanceof JacksonException json) {
            field = json.getPath().isEmpty() ? null : placeOf(json);
            sentence = cause instanceof IllegalArgumentException
                    ? cause.getMessage()
                    : field == null ? sentence : unreadable(field, json);
        }
        ProblemDetail detail = ProblemDetail.forStatusAndDetail(status, sentence);
        if (field != null) {
            detail.setProperty("field", field);
        }
        return handleExceptionInternal(unreadable, detail, headers, status, request);
    }

    private static String unreadable(String field, JacksonException json) {
        boolean isMissing = json.getOriginalMessage().startsWith("Cannot map `null`");
        return isMissing ? "\"" + field + "\" is missing." : "The value of \"" + field + "\" could not be read.";
    }

    @Override
    protected ResponseEntity<Object> handleNoResourceFoundException(
            NoResourceFoundException missing, HttpHeaders headers, HttpStatusCode status, WebRequest request) {
        ProblemDetail detail = ProblemDetail.forStatusAndDetail(status, "There is nothing at this address.");
        return handleExceptionInternal(missing, detail, headers, status, request);
    }

    /** As the places of conditions are written: {@code following.range}, {@code returns[1].name}. */
    private static String placeOf(JacksonException json) {
        StringBuilder place = new StringBuilder();
        json.getPath()
                .forEach(step -> place.append(
                        step.getPropertyName() == null
                                ? "[" + step.getIndex() + "]"
                                : (place.isEmpty() ? "" : ".") + step.getPropertyName()));
        return place.toString();
    }

    private static Throwable rootCause(Throwable of) {
        Throwable cause = of;
        while (cause.getCause() != null && cause.getCause() != cause) {
            cause = cause.getCause();
        }
        return cause;
    }

    @Override
    protected ResponseEntity<Object> handleMethodArgumentNotValid(
            MethodArgumentNotValidException invalid, HttpHeaders headers, HttpStatusCode status, WebRequest request) {
        var error = invalid.getBindingResult().getFieldErrors().get(0);
        ProblemDetail detail = ProblemDetail.forStatusAndDetail(
                status, "\"" + error.getField() + "\" " + error.getDefaultMessage() + ".");
        detail.setProperty("field", error.getField());
        return handleExceptionInternal(invalid, detail, headers, status, request);
    }

    @Override
    protected ResponseEntity<Object> handleMaxUploadSizeExceededException(
            MaxUploadSizeExceededException tooLarge, HttpHeaders headers, HttpStatusCode status, WebRequest request) {
        ProblemDetail detail =
                ProblemDetail.forStatusAndDetail(HttpStatus.CONTENT_TOO_LARGE, "A file may have at most 4 GB.");
        return handleExceptionInternal(tooLarge, detail, headers, HttpStatus.CONTENT_TOO_LARGE, request);
    }
}
