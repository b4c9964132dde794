package coldtide.server.anomaly;

import coldtide.core.anomaly.explain.Settlement;
import coldtide.server.access.Audit;
import coldtide.server.apps.Apps;
import coldtide.server.store.app.App;
import coldtide.server.store.channel.SettlementRepository;
import coldtide.server.store.channel.StoredSettlement;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import java.time.LocalDate;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import org.springframework.http.MediaType;
import org.springframework.transaction.support.TransactionTemplate;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** HTTP: settlements of advert networks, which the search compares with the log. */
@RestController
@RequestMapping(path = "/api/apps/{app}/settlements", produces = MediaType.APPLICATION_JSON_VALUE)
class SettlementController {
    private final Apps apps;
    private final SettlementRepository settlements;
    private final Audit audit;
    private final TransactionTemplate transaction;

    SettlementController(Apps apps, SettlementRepository settlements, Audit audit, TransactionTemplate transaction) {
        this.apps = apps;
        this.settlements = settlements;
        this.audit = audit;
        this.transaction = transaction;
    }

    /** The settled days of one platform. */
    record KnownSettlements(String platform, long days, LocalDate first, LocalDate last, long adverts) {}

    /** A file of settlements, as text. */
    record SettlementText(@NotBlank String text) {}

    @GetMapping
    List<KnownSettlements> list(@PathVariable String app) {
        Map<String, List<Settlement>> byPlatform = settlements
                .ofApp(apps.require(app).id())
                .stream()
                .map(StoredSettlement::settlement)
                .collect(Collectors.groupingBy(Settlement::platform, LinkedHashMap::new, Collectors.toList()));
        return byPlatform.values().stream().map(SettlementController::known).toList();
    }

    private static KnownSettlements known(List<Settlement> byDay) {
        return new KnownSettlements(
                byDay.get(0).platform(),
                byDay.size(),
                byDay.get(0).day(),
                byDay.get(byDay.size() - 1).day(),
                byDay.stream().mapToLong(Settlement::adverts).sum());
    }

    /** All of a file or nothing; what is settled of a day and platform that has one already takes its place. */
    @PostMapping
    List<KnownSettlements> bring(@PathVariable String app, @Valid @RequestBody SettlementText file) {
        App of = apps.require(app);
        List<StoredSettlement> read = SettlementFile.read(of, file.text());
        transaction.executeWithoutResult(status -> {
            settlements.saveAll(read);
            audit.note(of, "settlements brought", read.size() + " settlements");
        });
        return list(app);
    }
}
