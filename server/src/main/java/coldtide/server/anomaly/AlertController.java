package coldtide.server.anomaly;

import coldtide.server.apps.Apps;
import coldtide.server.http.Problem;
import coldtide.server.store.anomaly.Alert;
import coldtide.server.store.anomaly.AlertDelivery;
import coldtide.server.store.anomaly.AlertTarget;
import coldtide.server.store.app.App;
import io.swagger.v3.oas.annotations.Parameter;
import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.security.Principal;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Alerts and where they go, over HTTP. */
@RestController
@RequestMapping(path = "/api/apps/{app}/alerts", produces = MediaType.APPLICATION_JSON_VALUE)
class AlertController {
    private final Apps apps;
    private final Alerts alerts;
    private final WebhookAddress addresses;

    AlertController(Apps apps, Alerts alerts, WebhookAddress addresses) {
        this.addresses = addresses;
        this.apps = apps;
        this.alerts = alerts;
    }

    /** Where alerts go. @param allowedBy null while no keeper has allowed a webhook */
    record TargetView(
            int id,
            AlertTarget.Kind kind,
            String address,
            boolean isOpen,
            Instant added,
            String addedBy,
            @Schema(types = {"string", "null"}) String allowedBy) {
        static TargetView of(AlertTarget target) {
            return new TargetView(
                    target.id(),
                    target.kind(),
                    target.address(),
                    target.isOpen(),
                    target.added(),
                    target.addedBy(),
                    target.allowedBy().orElse(null));
        }
    }

    /** @param secret by which a webhook's content is signed; told this once, empty for a mail */
    record NewTarget(TargetView target, String secret) {}

    /** @param address an https or http address, or one of a mail */
    record TargetEntry(
            @NotNull AlertTarget.Kind kind,
            @NotBlank @Size(max = 500) String address) {}

    /** One alert on its way. */
    record DeliveryView(
            int target,
            AlertDelivery.State state,
            int tries,
            Instant due,
            @Schema(types = {"string", "null"}) String fault) {}

    /** Alerts that were sent. */
    record AlertView(
            int id, Instant raised, String incident, String title, String words, List<DeliveryView> deliveries) {}

    /** Simulated mails. */
    record MailView(int id, Instant sent, String to, String subject, String words) {}

    /** The newest first. */
    record AlertsView(List<TargetView> targets, List<AlertView> alerts, List<MailView> mails) {}

    @GetMapping
    AlertsView all(@PathVariable String app, @Parameter(hidden = true) HttpServletRequest request) {
        // What a server elsewhere answers is shown only to admins, who decide where alerts go.
        boolean seesFaults = request.isUserInRole("KEEPER");
        App of = apps.require(app);
        List<Alert> raised = alerts.alerts(of);
        Map<Integer, List<DeliveryView>> sent = new HashMap<>();
        alerts.deliveries(raised)
                .forEach(delivery -> sent.computeIfAbsent(delivery.alertId(), fresh -> new ArrayList<>())
                        .add(new DeliveryView(
                                delivery.targetId(),
                                delivery.state(),
                                delivery.tries(),
                                delivery.due(),
                                delivery.fault()
                                        .map(fault -> seesFaults ? fault : "It did not arrive.")
                                        .orElse(null))));
        return new AlertsView(
                alerts.targets(of).stream().map(TargetView::of).toList(),
                raised.stream()
                        .map(alert -> new AlertView(
                                alert.id(),
                                alert.raised(),
                                alert.incident(),
                                alert.title(),
                                alert.words(),
                                sent.getOrDefault(alert.id(), List.of())))
                        .toList(),
                alerts.mails(of).stream()
                        .map(mail ->
                                new MailView(mail.id(), mail.sent(), mail.toAddress(), mail.subject(), mail.words()))
                        .toList());
    }

    @PostMapping("/targets")
    @ResponseStatus(HttpStatus.CREATED)
    NewTarget add(@PathVariable String app, @Valid @RequestBody TargetEntry entry, Principal who) {
        App of = apps.require(app);
        String address = entry.address().strip();
        Optional<String> fault = entry.kind() == AlertTarget.Kind.WEBHOOK
                ? addresses.fault(address)
                : address.matches("[^@\\s]+@[^@\\s]+")
                        ? Optional.empty()
                        : Optional.of("This is not an email address; write it like ann@example.org.");
        fault.ifPresent(sentence -> {
            throw Problem.badField("address", sentence);
        });
        AlertTarget target = alerts.add(of, entry.kind(), address, who.getName());
        return new NewTarget(TargetView.of(target), target.secret());
    }

    /** Only a keeper may. */
    @PutMapping("/targets/{id}/allowed")
    TargetView allow(@PathVariable String app, @PathVariable int id, Principal who) {
        return TargetView.of(alerts.allow(apps.require(app), id, who.getName()));
    }

    @DeleteMapping("/targets/{id}")
    void remove(@PathVariable String app, @PathVariable int id) {
        alerts.remove(apps.require(app), id);
    }
}
