package coldtide.server.http;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.util.regex.Pattern;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.stereotype.Component;
import org.springframework.web.filter.OncePerRequestFilter;

/** Refuses JSON larger than any question or change is, before it takes memory. Messages of events have a limit of their own. */
@Component
class QuestionSize extends OncePerRequestFilter {
    /** Paths at which files and rows are sent as text in JSON. */
    private static final Pattern LARGE =
            Pattern.compile("/api/apps/[^/]+/(rates|settlements|marks/file|channels/(costs|rules)"
                    + "|held-back/[0-9]+/again|(imports|cases|evidence|places/plans)(/.*)?)");

    private static final long LARGE_KB = 2_048;
    /** Questions and conditions, which are kept in memory to be asked again. */
    private static final long USUAL_KB = 256;
    /** Most bytes of a request before sign-in. */
    private static final long SIGN_IN_KB = 8;

    private static long mostKb(String path) {
        if (path.startsWith("/api/session")) {
            return SIGN_IN_KB;
        }
        return LARGE.matcher(path).matches() ? LARGE_KB : USUAL_KB;
    }

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
        long most = mostKb(request.getRequestURI());
        if (request.getContentLengthLong() > most * 1024) {
            Refusals.write(response, HttpStatus.CONTENT_TOO_LARGE, "What is sent may have at most " + most + " KB.");
        } else if (request.getContentLengthLong() < 0 && request.getHeader(HttpHeaders.TRANSFER_ENCODING) != null) {
            Refusals.write(response, HttpStatus.LENGTH_REQUIRED, "Say with the question how long it is.");
        } else {
            chain.doFilter(request, response);
        }
    }
}
