package coldtide.server.rates;

import coldtide.core.money.MissingRates;
import coldtide.core.money.MissingRates.Missing;
import coldtide.server.access.Audit;
import coldtide.server.apps.Apps;
import coldtide.server.engine.Engine;
import coldtide.server.store.app.App;
import coldtide.server.store.app.ExchangeRate;
import coldtide.server.store.app.ExchangeRateRepository;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.stream.Collectors;
import org.springframework.http.MediaType;
import org.springframework.transaction.support.TransactionTemplate;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** Rates of other currencies over HTTP: those known, those missing, and bringing more. */
@RestController
@RequestMapping(path = "/api/apps/{app}/rates", produces = MediaType.APPLICATION_JSON_VALUE)
class RateController {
    private final Apps apps;
    private final ExchangeRateRepository rates;
    private final Engine engine;
    private final Audit audit;
    private final TransactionTemplate transaction;

    RateController(
            Apps apps, ExchangeRateRepository rates, Engine engine, Audit audit, TransactionTemplate transaction) {
        this.apps = apps;
        this.rates = rates;
        this.engine = engine;
        this.audit = audit;
        this.transaction = transaction;
    }

    /** @param missing amounts that are in no figure for want of a rate on their day */
    record RatesView(List<KnownRates> known, List<Missing> missing) {}

    /** The rates of one currency. @param latest the one of the last day */
    record KnownRates(String currency, long days, LocalDate first, LocalDate last, BigDecimal latest) {}

    /** A file of rates, as text. */
    record RateText(@NotBlank String text) {}

    @GetMapping
    RatesView list(@PathVariable String app) {
        App of = apps.require(app);
        Map<String, List<ExchangeRate>> byCurrency = rates.ofApp(of.id()).stream()
                .collect(Collectors.groupingBy(ExchangeRate::currency, TreeMap::new, Collectors.toList()));
        List<KnownRates> known = byCurrency.entrySet().stream()
                .map(each -> {
                    List<ExchangeRate> days = each.getValue().stream()
                            .sorted(Comparator.comparing(ExchangeRate::day))
                            .toList();
                    ExchangeRate last = days.get(days.size() - 1);
                    return new KnownRates(
                            each.getKey(), days.size(), days.get(0).day(), last.day(), last.rate());
                })
                .toList();
        List<Missing> missing = engine.log(of)
                .map(log -> engine.runner().run(log, new MissingRates(log)))
                .orElse(List.of());
        return new RatesView(known, missing);
    }

    /** All of a file or nothing; a rate of a day that has one already takes its place. Figures follow before this answers. */
    @PostMapping
    RatesView bring(@PathVariable String app, @Valid @RequestBody RateText file) {
        App of = apps.require(app);
        List<ExchangeRate> read = RateFile.read(of, file.text());
        transaction.executeWithoutResult(status -> {
            rates.saveAll(read);
            audit.note(of, "rates brought", read.size() + " rates");
        });
        engine.refresh(of);
        return list(app);
    }
}
