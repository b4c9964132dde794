package coldtide.server.anomaly;

import coldtide.server.store.anomaly.Alert;
import coldtide.server.store.anomaly.AlertTarget;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.security.GeneralSecurityException;
import java.time.Duration;
import java.time.Instant;
import java.util.HexFormat;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;
import javax.crypto.Mac;
import javax.crypto.spec.SecretKeySpec;
import org.springframework.stereotype.Component;
import tools.jackson.databind.json.JsonMapper;

/**
 * Posts an alert as JSON. {@code Signature-Time} says when, {@code Signature} is the HMAC-SHA-256 (RFC 2104) of that time, a dot and the
 * body by the target's secret, in hexadecimal; {@code Alert-Id} stays the same when it is tried again. Redirects are not followed: only
 * the address that was allowed gets anything.
 */
@Component
class Webhook {
    private static final Duration PATIENCE = Duration.ofSeconds(10);
    private static final String HMAC = "HmacSHA256";
    private static final int SUCCESS = 200;
    private static final int NO_SUCCESS = 300;

    private final JsonMapper json;
    private final HttpClient client = HttpClient.newBuilder()
            .connectTimeout(PATIENCE)
            .followRedirects(HttpClient.Redirect.NEVER)
            .build();

    private final WebhookAddress addresses;

    Webhook(JsonMapper json, WebhookAddress addresses) {
        this.json = json;
        this.addresses = addresses;
    }

    /** Why it did not arrive; empty if it did. */
    Optional<String> post(AlertTarget target, Alert alert, Instant now) {
        Optional<String> fault = addresses.fault(target.address());
        if (fault.isPresent()) {
            return fault;
        }
        Map<String, Object> content = new LinkedHashMap<>();
        content.put("alert", alert.id());
        content.put("raised", alert.raised().toString());
        content.put("incident", alert.incident());
        content.put("title", alert.title());
        content.put("text", alert.words());
        String body = json.writeValueAsString(content);
        String time = Long.toString(now.getEpochSecond());
        HttpRequest request = HttpRequest.newBuilder(URI.create(target.address()))
                .timeout(PATIENCE)
                .header("Content-Type", "application/json")
                .header("Alert-Id", Integer.toString(alert.id()))
                .header("Signature-Time", time)
                .header("Signature", signature(target.secret(), time + "." + body))
                .POST(HttpRequest.BodyPublishers.ofString(body))
                .build();
        return sent(request);
    }

    /** The whole of an exchange has one time limit, so that an answer that comes drop by drop holds nothing up. */
    private Optional<String> sent(HttpRequest request) {
        CompletableFuture<HttpResponse<Void>> exchange =
                client.sendAsync(request, HttpResponse.BodyHandlers.discarding());
        try {
            int status =
                    exchange.get(PATIENCE.toMillis(), TimeUnit.MILLISECONDS).statusCode();
            return status >= SUCCESS && status < NO_SUCCESS
                    ? Optional.empty()
                    : Optional.of("It answered with status " + status + ".");
        } catch (TimeoutException e) {
            return Optional.of("It did not answer within " + PATIENCE.toSeconds() + " s.");
        } catch (ExecutionException e) {
            return Optional.of("It did not answer: " + e.getCause().getClass().getSimpleName() + ".");
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            return Optional.of("The server went down meanwhile.");
        } finally {
            exchange.cancel(true);
        }
    }

    static String signature(String secret, String content) {
        try {
            Mac mac = Mac.getInstance(HMAC);
            mac.init(new SecretKeySpec(secret.getBytes(StandardCharsets.UTF_8), HMAC));
            return HexFormat.of().formatHex(mac.doFinal(content.getBytes(StandardCharsets.UTF_8)));
        } catch (GeneralSecurityException e) {
            throw new IllegalStateException("Every Java has " + HMAC + ".", e);
        }
    }
}
