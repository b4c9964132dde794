package coldtide.server.http;

import io.swagger.v3.oas.annotations.Hidden;
import jakarta.servlet.RequestDispatcher;
import jakarta.servlet.http.HttpServletRequest;
import org.springframework.boot.webmvc.error.ErrorController;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ProblemDetail;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** Requests that a filter ended by a status alone, answered as problem details. */
@Hidden
@RestController
class ErrorPage implements ErrorController {
    @RequestMapping("/error")
    ResponseEntity<ProblemDetail> error(HttpServletRequest request) {
        Object code = request.getAttribute(RequestDispatcher.ERROR_STATUS_CODE);
        HttpStatus known = code instanceof Integer number ? HttpStatus.resolve(number) : null;
        HttpStatus status = known == null ? HttpStatus.NOT_FOUND : known;
        return ResponseEntity.status(status)
                .contentType(MediaType.APPLICATION_PROBLEM_JSON)
                .body(ProblemDetail.forStatusAndDetail(status, sentence(status)));
    }

    private static String sentence(HttpStatus status) {
        return switch (status) {
            case REQUEST_TIMEOUT -> "The request came too slowly and was given up.";
            case NOT_FOUND -> "There is nothing at this address.";
            case BAD_REQUEST -> "The request could not be read.";
            default ->
                status.is5xxServerError()
                        ? "This failed on our side; the server's log says more."
                        : status.getReasonPhrase() + ".";
        };
    }
}
