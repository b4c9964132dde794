package coldtide.server.catalogue;

import coldtide.core.catalogue.CatalogueEvent;
import coldtide.core.catalogue.CatalogueProperty;
import coldtide.core.catalogue.EventCatalogue;
import coldtide.core.catalogue.Gap;
import coldtide.core.catalogue.PropertyCatalogue;
import coldtide.core.log.EventLog;
import coldtide.core.log.rule.Release;
import coldtide.core.time.DayRange;
import coldtide.server.apps.Apps;
import coldtide.server.engine.QueryService;
import coldtide.server.engine.QueryService.Answered;
import coldtide.server.engine.QueryService.Asked;
import coldtide.server.engine.WarmUp;
import coldtide.server.store.app.App;
import coldtide.server.store.definition.CatalogueEntry;
import coldtide.server.store.definition.CatalogueEntry.Kind;
import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.http.MediaType;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** The catalogue over HTTP: what the log says, and what people wrote. */
@RestController
@RequestMapping(path = "/api/apps/{app}/catalogue", produces = MediaType.APPLICATION_JSON_VALUE)
class CatalogueController implements WarmUp {
    /** An event that has not been seen for so many full days is quiet. */
    private static final int QUIET_DAYS = 7;

    private final QueryService asking;
    private final Apps apps;
    private final CatalogueEntries entries;

    CatalogueController(QueryService asking, Apps apps, CatalogueEntries entries) {
        this.asking = asking;
        this.apps = apps;
        this.entries = entries;
    }

    record CatalogueAsk(@NotNull DayRange range) {}

    /** Whether an event or a property still comes in, by the end of the data. */
    enum Status {
        LIVE,
        QUIET,
        RETIRED
    }

    /** @param senders by the place of their counts in each event */
    record RecordedEvents(List<Release> senders, List<RecordedEvent> events) {}

    /** An event; {@code bySender} in the range, {@code everBySender} in the whole log. */
    record RecordedEvent(
            String name,
            long count,
            long people,
            List<Long> byDay,
            LocalDate firstSeen,
            LocalDate lastSeen,
            Status status,
            boolean activity,
            List<Long> bySender,
            List<Long> everBySender,
            List<Gap> gaps) {}

    record RecordedProperty(
            String name,
            long events,
            long texts,
            long numbers,
            List<CatalogueProperty.Frequency> withEvents,
            long distinct,
            boolean sampled,
            List<CatalogueProperty.Frequency> examples,

            @Schema(
                    types = {"object", "null"},
                    implementation = CatalogueProperty.NumberBounds.class)
            CatalogueProperty.NumberBounds bounds,

            LocalDate firstSeen,
            LocalDate lastSeen,
            Status status) {}

    /** What was written about one event or property. */
    record EntryView(
            @NotNull Kind kind,
            @NotBlank @Size(max = 200) String name,
            @NotNull @Size(max = 80) String shownAs,
            @NotNull @Size(max = 2_000) String description,
            @NotNull @Size(max = 80) String owner,
            boolean hidden,
            boolean retired) {
        static EntryView of(CatalogueEntry entry) {
            CatalogueEntry.Words words = entry.words();
            return new EntryView(
                    entry.kind(),
                    entry.name(),
                    words.shownAs(),
                    words.description(),
                    words.owner(),
                    words.hidden(),
                    words.retired());
        }

        CatalogueEntry.Words words() {
            return new CatalogueEntry.Words(shownAs.strip(), description.strip(), owner.strip(), hidden, retired);
        }
    }

    @Override
    public void warm(Asked asked) {
        asked.runner()
                .run(asked.log(), new EventCatalogue(asked.log(), asked.log().span()));
    }

    @PostMapping("/events")
    Answered<RecordedEvents> events(@PathVariable String app, @Valid @RequestBody CatalogueAsk ask) {
        Set<String> retired = retired(apps.require(app), Kind.EVENT);
        return asking.ask(app, asked -> {
            EventCatalogue.Answer answer =
                    asked.runner().run(asked.log(), new EventCatalogue(asked.log(), ask.range()));
            return new RecordedEvents(
                    answer.senders(),
                    answer.events().stream()
                            .map(event -> view(asked.log(), event, retired))
                            .toList());
        });
    }

    /** What is retired is missing on purpose. */
    private static RecordedEvent view(EventLog log, CatalogueEvent event, Set<String> retired) {
        boolean isRetired = retired.contains(event.name());
        return new RecordedEvent(
                event.name(),
                event.count(),
                event.people(),
                event.byDay(),
                event.firstSeen(),
                event.lastSeen(),
                status(log, event.lastSeen(), isRetired),
                !log.isPassive(log.nameCode(event.name()).orElseThrow()),
                event.bySender(),
                event.everBySender(),
                isRetired ? List.of() : event.gaps());
    }

    private static Status status(EventLog log, LocalDate lastSeen, boolean isRetired) {
        return isRetired
                ? Status.RETIRED
                : lastSeen.isBefore(log.endOfFullDays().minusDays(QUIET_DAYS)) ? Status.QUIET : Status.LIVE;
    }

    @PostMapping("/properties")
    Answered<List<RecordedProperty>> properties(@PathVariable String app, @Valid @RequestBody CatalogueAsk ask) {
        Set<String> retired = retired(apps.require(app), Kind.PROPERTY);
        return asking.ask(
                app,
                asked -> asked.runner().run(asked.log(), new PropertyCatalogue(asked.log(), ask.range())).stream()
                        .map(property -> view(asked.log(), property, retired.contains(property.name())))
                        .toList());
    }

    private static RecordedProperty view(EventLog log, CatalogueProperty property, boolean isRetired) {
        return new RecordedProperty(
                property.name(),
                property.events(),
                property.texts(),
                property.numbers(),
                property.withEvents(),
                property.distinct(),
                property.sampled(),
                property.examples(),
                property.bounds().orElse(null),
                property.firstSeen(),
                property.lastSeen(),
                status(log, property.lastSeen(), isRetired));
    }

    private Set<String> retired(App app, Kind kind) {
        return entries.of(app).stream()
                .filter(entry -> entry.kind() == kind && entry.words().retired())
                .map(CatalogueEntry::name)
                .collect(Collectors.toSet());
    }

    @GetMapping
    List<EntryView> entries(@PathVariable String app) {
        return entries.of(apps.require(app)).stream().map(EntryView::of).toList();
    }

    @PutMapping
    EntryView write(@PathVariable String app, @Valid @RequestBody EntryView entry) {
        App of = apps.require(app);
        boolean known = asking.ask(
                        app,
                        asked -> Optional.of(asked.log())
                                .filter(log -> entry.kind() == Kind.EVENT
                                        ? log.nameCode(entry.name()).isPresent()
                                        : log.hasProperty(entry.name()))
                                .isPresent())
                .answer();
        return EntryView.of(entries.write(of, entry.kind(), entry.name(), entry.words(), known));
    }
}
