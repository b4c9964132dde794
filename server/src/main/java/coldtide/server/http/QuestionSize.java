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
    /** A file of marks, a corrected row, how a file is to be read column by column: whatever stands in JSON. */
    private static final long MOST_KB = 2_048;
    /** Conditions are kept in memory to be asked again. */
    private static final long CONDITION_KB = 256;

    @Override
    protected boolean shouldNotFilter(HttpServletRequest request) {
        String type = request.getContentType();
        return type == null
                || !type.startsWith(MediaType.APPLICATION_JSON_VALUE)
                || request.getRequestURI().matches("/api/apps/[^/]+/events");
    }

    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        long most = request.getRequestURI()
                        .matches(
                                ".*/(people-count|retention(/.*)?|measures|week-hours|contrast|register|segments(/.*)?|behaviours)")
                ? CONDITION_KB
                : MOST_KB;
        if (request.getContentLengthLong() > most * 1024) {
            Refusals.write(response, HttpStatus.CONTENT_TOO_LARGE, "What is sent may have at most " + most + " KB.");
        } else if (request.getContentLengthLong() < 0 && request.getHeader(HttpHeaders.TRANSFER_ENCODING) != null) {
            Refusals.write(response, HttpStatus.LENGTH_REQUIRED, "Say with the question how long it is.");
        } else {
            chain.doFilter(request, response);
        }
    }
}
