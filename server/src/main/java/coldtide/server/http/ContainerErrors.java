package coldtide.server.http;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import org.apache.catalina.connector.Request;
import org.apache.catalina.connector.Response;
import org.apache.catalina.core.StandardHost;
import org.apache.catalina.valves.ErrorReportValve;
import org.springframework.boot.tomcat.servlet.TomcatServletWebServerFactory;
import org.springframework.boot.web.server.WebServerFactoryCustomizer;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ProblemDetail;
import tools.jackson.databind.json.JsonMapper;

/** Requests refused by the web server itself, answered as problem details. */
@Configuration
class ContainerErrors {
    @Bean
    WebServerFactoryCustomizer<TomcatServletWebServerFactory> containerErrorsAsProblems() {
        return factory -> factory.addContextCustomizers(context -> {
            if (context.getParent() instanceof StandardHost host) {
                host.setErrorReportValveClass(ProblemValve.class.getName());
            }
        });
    }

    /** Made by the web server, by name. */
    public static final class ProblemValve extends ErrorReportValve {
        private static final JsonMapper JSON = JsonMapper.builder().build();
        private static final int FIRST_ERROR = 400;

        @Override
        protected void report(Request request, Response response, Throwable fault) {
            if (response.getStatus() < FIRST_ERROR
                    || response.getContentWritten() > 0
                    || !response.setErrorReported()) {
                return;
            }
            HttpStatus status = HttpStatus.resolve(response.getStatus());
            ProblemDetail detail = ProblemDetail.forStatusAndDetail(
                    status == null ? HttpStatus.BAD_REQUEST : status, "The request could not be read.");
            try {
                response.setContentType(MediaType.APPLICATION_PROBLEM_JSON_VALUE);
                response.setHeader("X-Content-Type-Options", "nosniff");
                response.setHeader("Content-Security-Policy", "default-src 'none'; frame-ancestors 'none'");
                response.getOutputStream().write(JSON.writeValueAsString(detail).getBytes(StandardCharsets.UTF_8));
                response.finishResponse();
            } catch (IOException | IllegalStateException whoAskedHasGone) {
                return;
            }
        }
    }
}
