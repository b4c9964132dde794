package coldtide.server;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.net.http.HttpResponse.BodyHandlers;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** Health and metrics, in the text format of Prometheus, on a port of their own. */
@ExtendWith(Application.class)
class MetricsTest {
    private static HttpResponse<String> get(String address) throws IOException, InterruptedException {
        return HttpClient.newHttpClient()
                .send(HttpRequest.newBuilder(URI.create(address)).build(), BodyHandlers.ofString());
    }

    private static String metrics() throws IOException, InterruptedException {
        HttpResponse<String> answer = get(Application.metricsAddress() + "/actuator/prometheus");
        assertThat(answer.statusCode()).isEqualTo(200);
        return answer.body();
    }

    private static double value(String metrics, String line) {
        return metrics.lines()
                .filter(each -> each.startsWith(line + " "))
                .mapToDouble(each -> Double.parseDouble(each.substring(line.length() + 1)))
                .findFirst()
                .orElse(Double.NaN);
    }

    @Test
    void rowsAreCountedByAppAndOutcome() throws Exception {
        Application.keeper().makeApp("metered", 7320);
        Application.bring(
                Application.keeper(),
                "metered",
                "id,name,time,install\n1,a,2026-11-01T10:00:00Z,i\n1,a,2026-11-01T10:00:00Z,i\n2,,2026-11-01T10:00:00Z,i\n");
        String metrics = metrics();
        for (String outcome : new String[] {"accepted", "duplicate", "rejected"}) {
            assertThat(value(metrics, "coldtide_rows_total{app=\"metered\",outcome=\"" + outcome + "\"}"))
                    .as(outcome)
                    .isEqualTo(1);
        }
        assertThat(value(metrics, "coldtide_log_events{app=\"metered\"}")).isEqualTo(1);
        assertThat(value(metrics, "coldtide_log_lag_seconds{app=\"metered\"}")).isZero();
        assertThat(value(metrics, "coldtide_log_faulty{app=\"metered\"}")).isZero();
    }

    @Test
    void memoryQueuesAndTimesOfQuestionsAreThere() throws Exception {
        Caller.demo()
                .postText(
                        "/api/apps/gullcombe/people-count",
                        "{\"among\":{\"did\":{\"event\":\"beacon_lit\"},\"atLeast\":1}}");
        String metrics = metrics();
        assertThat(value(metrics, "coldtide_log_bytes{app=\"gullcombe\"}")).isPositive();
        assertThat(value(metrics, "coldtide_queue_tasks{work=\"freshness\"}")).isNotNegative();
        assertThat(value(metrics, "coldtide_questions_open")).isNotNegative();
        assertThat(metrics)
                .containsPattern("http_server_requests_seconds\\{[^}]*uri=\"/api/apps/\\{app}/people-count\"");
    }

    @Test
    void healthIsOnBothPortsAndMetricsOnOne() throws Exception {
        assertThat(get(Application.metricsAddress() + "/actuator/health").body())
                .contains("\"UP\"");
        assertThat(get(Application.address() + "/health").body()).contains("\"UP\"");
        assertThat(get(Application.address() + "/actuator/prometheus").statusCode())
                .isNotEqualTo(200);
        assertThat(get(Application.metricsAddress() + "/api/apps").statusCode()).isNotEqualTo(200);
    }
}
