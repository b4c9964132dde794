package coldtide.server.anomaly;

import coldtide.server.access.Audit;
import coldtide.server.http.Problem;
import coldtide.server.store.StoredForms;
import coldtide.server.store.anomaly.Alert;
import coldtide.server.store.anomaly.AlertDelivery;
import coldtide.server.store.anomaly.AlertDeliveryRepository;
import coldtide.server.store.anomaly.AlertRepository;
import coldtide.server.store.anomaly.AlertTarget;
import coldtide.server.store.anomaly.AlertTargetRepository;
import coldtide.server.store.anomaly.SimulatedMail;
import coldtide.server.store.anomaly.SimulatedMailRepository;
import coldtide.server.store.app.App;
import java.security.SecureRandom;
import java.time.Instant;
import java.util.HexFormat;
import java.util.List;
import java.util.Optional;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;

/** Tells people of incidents, once each, where they want to be told. */
@Component
class Alerts {
    private static final Logger LOG = LoggerFactory.getLogger(Alerts.class);
    /** Age above which an incident that is over raises no alert. */
    private static final int RECENT_DAYS = 7;

    private static final int SECRET_BYTES = 24;

    private final AlertTargetRepository targets;
    private final AlertRepository alerts;
    private final AlertDeliveryRepository deliveries;
    private final SimulatedMailRepository mails;
    private final Webhook webhook;
    private final Audit audit;
    private final TransactionTemplate transaction;
    private final StoredForms forms;
    private final SecureRandom random = new SecureRandom();

    Alerts(
            AlertTargetRepository targets,
            AlertRepository alerts,
            AlertDeliveryRepository deliveries,
            SimulatedMailRepository mails,
            Webhook webhook,
            Audit audit,
            TransactionTemplate transaction,
            StoredForms forms) {
        this.targets = targets;
        this.alerts = alerts;
        this.deliveries = deliveries;
        this.mails = mails;
        this.webhook = webhook;
        this.audit = audit;
        this.transaction = transaction;
        this.forms = forms;
    }

    List<AlertTarget> targets(App app) {
        return targets.findByAppIdAndEndedIsNullOrderById(app.id());
    }

    List<Alert> alerts(App app) {
        return alerts.findTop50ByAppIdOrderByIdDesc(app.id());
    }

    List<AlertDelivery> deliveries(List<Alert> of) {
        return deliveries.findByAlertIdInOrderById(of.stream().map(Alert::id).toList());
    }

    List<SimulatedMail> mails(App app) {
        return mails.findTop50ByAppIdOrderByIdDesc(app.id());
    }

    AlertTarget add(App app, AlertTarget.Kind kind, String address, String who) {
        byte[] secret = new byte[SECRET_BYTES];
        random.nextBytes(secret);
        return transaction.execute(status -> {
            audit.note(app, "alert target added", kind + " " + address);
            String sign = kind == AlertTarget.Kind.MAIL ? "" : HexFormat.of().formatHex(secret);
            return targets.save(new AlertTarget(app.id(), kind, address, sign, who));
        });
    }

    AlertTarget allow(App app, int id, String who) {
        return transaction.execute(status -> {
            AlertTarget target = require(app, id);
            target.allow(who);
            audit.note(app, "alert target allowed", target.address());
            return targets.save(target);
        });
    }

    void remove(App app, int id) {
        transaction.executeWithoutResult(status -> {
            AlertTarget target = require(app, id);
            target.end();
            audit.note(app, "alert target removed", target.address());
            targets.save(target);
        });
    }

    private AlertTarget require(App app, int id) {
        return targets.findByAppIdAndIdAndEndedIsNull(app.id(), id)
                .orElseThrow(() -> Problem.notFound("There is no alert target number " + id + "."));
    }

    /** Raises what is new and goes on, or was over not long ago; what was raised before is known again by its days and people. */
    void raise(App app, ChangesView found) {
        transaction.executeWithoutResult(status -> {
            List<Alert> known = alerts(app);
            for (IncidentView incident : found.incidents()) {
                Optional<Alert> again = known.stream()
                        .filter(alert ->
                                isSame(forms.read(alert.format(), alert.found(), IncidentView.class), incident))
                        .findFirst();
                if (again.isPresent()) {
                    again.get().foundAgain(forms.write(incident));
                    alerts.save(again.get());
                } else if (incident.days().to().plusDays(RECENT_DAYS).isAfter(found.fullDaysEnd())) {
                    raise(app, incident);
                }
            }
        });
    }

    private static boolean isSame(IncidentView before, IncidentView now) {
        return now.overlaps(before) && now.likeness(before) > 1
                || now.overlaps(before) && now.slice().isEmpty() && now.likeness(before) > 0;
    }

    private void raise(App app, IncidentView incident) {
        AlertWords words = AlertWords.of(app.name(), app.key(), incident);
        Alert alert =
                alerts.save(new Alert(app.id(), incident.id(), words.title(), words.words(), forms.write(incident)));
        targets(app).stream()
                .filter(AlertTarget::isOpen)
                .forEach(target -> deliveries.save(new AlertDelivery(alert.id(), target.id())));
    }

    /** Sends whatever is due; what does not arrive is tried again later. */
    void deliver(Instant now) {
        for (AlertDelivery delivery :
                deliveries.findByStateAndDueLessThanEqualOrderById(AlertDelivery.State.WAITING, now)) {
            AlertTarget target = targets.findById(delivery.targetId()).orElseThrow();
            Alert alert = alerts.findById(delivery.alertId()).orElseThrow();
            if (target.isOpen()) {
                sendAlone(target, alert, now)
                        .ifPresentOrElse(why -> delivery.failed(now, why), () -> delivery.arrived(now));
            } else {
                delivery.giveUp("The target was removed.");
            }
            deliveries.save(delivery);
        }
    }

    /** Whatever goes wrong with one delivery is its own trouble. */
    private Optional<String> sendAlone(AlertTarget target, Alert alert, Instant now) {
        try {
            return send(target, alert, now);
        } catch (RuntimeException fault) {
            LOG.warn("An alert could not be sent to target number {}.", target.id(), fault);
            return Optional.of("It could not be sent.");
        }
    }

    private Optional<String> send(AlertTarget target, Alert alert, Instant now) {
        if (target.kind() == AlertTarget.Kind.WEBHOOK) {
            return webhook.post(target, alert, now);
        }
        mails.save(new SimulatedMail(target.appId(), target.address(), alert.title(), alert.words()));
        return Optional.empty();
    }
}
