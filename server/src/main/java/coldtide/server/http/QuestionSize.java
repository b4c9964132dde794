package coldtide.server.http;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.stereotype.Component;
import org.springframework.web.filter.OncePerRequestFilter;

/** Refuses JSON larger than any question or change is, before it takes memory. Messages of events have a limit of their own. */
@Component
class QuestionSize extends OncePerRequestFilter {
    private static final long MOST_BYTES = 256 * 1024;

    @Override
    protected boolean shouldNotFilter(HttpServletRequest request) {
        String type = request.getContentType();
        return type == null
                || !type.startsWith(MediaType.APPLICATION_JSON_VALUE)
                || request.getRequestURI().endsWith("/events");
    }

    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        if (request.getContentLengthLong() > MOST_BYTES) {
            Refusals.write(
                    response,
                    HttpStatus.CONTENT_TOO_LARGE,
                    "A question may have at most " + MOST_BYTES / 1024 + " KB.");
        } else if (request.getContentLengthLong() < 0 && request.getHeader(HttpHeaders.TRANSFER_ENCODING) != null) {
            Refusals.write(response, HttpStatus.LENGTH_REQUIRED, "Say with the question how long it is.");
        } else {
            chain.doFilter(request, response);
        }
    }
}
