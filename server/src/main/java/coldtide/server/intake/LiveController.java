package coldtide.server.intake;

import coldtide.server.access.Keys;
import coldtide.server.access.Sender;
import coldtide.server.apps.Apps;
import coldtide.server.engine.Engine;
import coldtide.server.http.Problem;
import coldtide.server.intake.LiveIntake.Receipt;
import coldtide.server.rows.JsonBatch;
import coldtide.server.store.app.App;
import coldtide.server.store.intake.RejectedRowRepository;
import io.swagger.v3.oas.annotations.Operation;
import io.swagger.v3.oas.annotations.Parameter;
import io.swagger.v3.oas.annotations.media.Content;
import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.servlet.http.HttpServletRequest;
import java.io.EOFException;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.zip.GZIPInputStream;
import java.util.zip.ZipException;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RestController;

/** Events that a program sends, over HTTP in the CloudEvents JSON format: one, or a batch. */
@RestController
class LiveController {
    static final String ONE = "application/cloudevents+json";
    static final String BATCH = "application/cloudevents-batch+json";
    static final int MOST_BYTES = 8 << 20;
    static final int MOST_EVENTS = 5_000;

    private final Apps apps;
    private final Keys keys;
    private final ApiRateLimiter brake;
    private final LiveIntake intake;
    private final Engine engine;
    private final RejectedRowRepository heldBack;

    LiveController(
            Apps apps,
            Keys keys,
            ApiRateLimiter brake,
            LiveIntake intake,
            Engine engine,
            RejectedRowRepository heldBack) {
        this.apps = apps;
        this.keys = keys;
        this.brake = brake;
        this.intake = intake;
        this.engine = engine;
        this.heldBack = heldBack;
    }

    @PostMapping(
            path = "/api/apps/{app}/events",
            consumes = {ONE, BATCH},
            produces = MediaType.APPLICATION_JSON_VALUE)
    @Operation(
            requestBody =
                    @io.swagger.v3.oas.annotations.parameters.RequestBody(
                            content = {
                                @Content(mediaType = ONE, schema = @Schema(type = "object")),
                                @Content(mediaType = BATCH, schema = @Schema(type = "object"))
                            }))
    Receipt send(
            @PathVariable String app,
            @Parameter(hidden = true) @RequestHeader(HttpHeaders.CONTENT_TYPE) MediaType type,
            @Parameter(hidden = true) @AuthenticationPrincipal Sender sender,
            @Parameter(hidden = true) HttpServletRequest request)
            throws IOException {
        App into = apps.require(app);
        keys.used(sender);
        String message = body(request);
        JsonBatch batch = type.isCompatibleWith(MediaType.valueOf(BATCH))
                ? batch(message)
                : new JsonBatch(List.of(message), Optional.empty());
        hold(sender, Math.max(1, batch.elements().size()));
        return intake.take(into, sender, batch);
    }

    /**
     * How intake stands now.
     *
     * @param newestLive when a program last sent something, since the server was started
     * @param events how many events the answers rest on
     * @param fault why the newest events are not in the answers, as a sentence; null if they are, or soon will be
     */
    record IntakeNow(
            @Schema(types = {"string", "null"}) Instant newestLive,
            long events,
            long heldBack,
            @Schema(types = {"string", "null"}) String fault) {}

    @GetMapping(path = "/api/apps/{app}/intake", produces = MediaType.APPLICATION_JSON_VALUE)
    IntakeNow now(@PathVariable String app) {
        App of = apps.require(app);
        return new IntakeNow(
                intake.newest(of).orElse(null),
                engine.events(of),
                heldBack.countByAppIdAndSettledIsNull(of.id()),
                engine.fault(of).orElse(null));
    }

    private static JsonBatch batch(String message) {
        JsonBatch batch = JsonBatch.split(message)
                .orElseThrow(() ->
                        Problem.badField("body", "A batch is a JSON list of events. For one event send " + ONE + "."));
        int events = batch.elements().size();
        if (events > MOST_EVENTS) {
            throw Problem.tooLarge(
                    "The batch has " + events + " events; it may have at most " + MOST_EVENTS + ". Send it in parts.");
        }
        return batch;
    }

    private void hold(Sender sender, int events) {
        Duration wait = brake.wait(sender, events);
        if (!wait.isZero()) {
            throw Problem.tooMany(
                    "This key may send " + sender.perSecond() + " events a second. Nothing of this message was taken.",
                    wait);
        }
    }

    /** The message, unpacked if it is packed; never more of it in memory than is allowed. */
    private static String body(HttpServletRequest request) throws IOException {
        if (request.getContentLengthLong() > MOST_BYTES) {
            throw tooLarge();
        }
        boolean gzip = "gzip".equalsIgnoreCase(request.getHeader("Content-Encoding"));
        try (InputStream in = gzip ? new GZIPInputStream(request.getInputStream()) : request.getInputStream()) {
            byte[] bytes = in.readNBytes(MOST_BYTES + 1);
            if (bytes.length > MOST_BYTES) {
                throw tooLarge();
            }
            return new String(bytes, StandardCharsets.UTF_8);
        } catch (ZipException | EOFException e) {
            throw Problem.badField("body", "The body is not whole gzip, though its Content-Encoding says so.");
        }
    }

    private static Problem tooLarge() {
        return Problem.tooLarge(
                "A message may have at most " + (MOST_BYTES >> 20) + " MB, unpacked. Send it in parts.");
    }
}
