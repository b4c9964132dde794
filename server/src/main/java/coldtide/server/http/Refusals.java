package coldtide.server.http;

import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ProblemDetail;
import tools.jackson.databind.json.JsonMapper;

/** Problem details written before a request reaches any controller. */
public final class Refusals {
    private static final JsonMapper JSON = JsonMapper.builder().build();

    private Refusals() {}

    public static void write(HttpServletResponse response, HttpStatus status, String sentence) throws IOException {
        response.setStatus(status.value());
        response.setContentType(MediaType.APPLICATION_PROBLEM_JSON_VALUE);
        ProblemDetail detail = ProblemDetail.forStatusAndDetail(status, sentence);
        response.getOutputStream().write(JSON.writeValueAsString(detail).getBytes(StandardCharsets.UTF_8));
    }
}
