package coldtide.server.catalogue;

import coldtide.core.catalogue.ActivityPreview;
import coldtide.core.catalogue.ActivityPreview.ActivityChange;
import coldtide.core.log.EventLog;
import coldtide.core.time.DayRange;
import coldtide.server.access.Audit;
import coldtide.server.apps.Apps;
import coldtide.server.engine.Engine;
import coldtide.server.engine.QueryService;
import coldtide.server.engine.QueryService.Answered;
import coldtide.server.http.Problem;
import coldtide.server.store.app.App;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import java.time.LocalDate;
import java.util.Locale;
import java.util.Set;
import org.springframework.http.MediaType;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** Which events count as activity, over HTTP: what a change would do, and the change. */
@RestController
@RequestMapping(path = "/api/apps/{app}/activity", produces = MediaType.APPLICATION_JSON_VALUE)
class ActivityController {
    private static final int PREVIEW_DAYS = 28;

    private final QueryService asking;
    private final Apps apps;
    private final Engine engine;
    private final Audit audit;

    ActivityController(QueryService asking, Apps apps, Engine engine, Audit audit) {
        this.asking = asking;
        this.apps = apps;
        this.engine = engine;
        this.audit = audit;
    }

    /** @param counts whether the event is to count as activity */
    record ActivityAsk(@NotBlank String event, boolean counts) {
        Set<String> passive(App app, EventLog log) {
            if (log.nameCode(event).isEmpty()) {
                throw Problem.badField("event", "No event named \"" + event + "\" was ever received.");
            }
            Set<String> passive = app.passiveEventsIf(event, counts);
            if (passive.containsAll(log.eventNames())) {
                throw Problem.badField("event", "At least one event must count as activity.");
            }
            return passive;
        }
    }

    @PostMapping("/preview")
    Answered<ActivityChange> preview(@PathVariable String app, @Valid @RequestBody ActivityAsk ask) {
        return asking.ask(app, asked -> {
            EventLog log = asked.log();
            LocalDate end = log.endOfFullDays().isAfter(log.firstDay())
                    ? log.endOfFullDays()
                    : log.firstDay().plusDays(1);
            LocalDate from = end.minusDays(PREVIEW_DAYS);
            DayRange days = new DayRange(from.isBefore(log.firstDay()) ? log.firstDay() : from, end);
            return asked.runner().run(log, new ActivityPreview(log, days, ask.passive(asked.app(), log)));
        });
    }

    /** Everything that rests on activity is counted anew before this answers. */
    @PutMapping
    ActivityChange change(@PathVariable String app, @Valid @RequestBody ActivityAsk ask) {
        App of = apps.require(app);
        ActivityChange change = preview(app, ask).answer();
        apps.countActivity(of, ask.event(), ask.counts());
        audit.note(
                of,
                "activity changed",
                String.format(
                        Locale.ROOT,
                        "%s %s; active users per day, average of %d days: %,.1f before, %,.1f after",
                        ask.event(),
                        ask.counts() ? "counts" : "no longer counts",
                        change.days().days(),
                        change.before(),
                        change.after()));
        engine.refresh(of);
        return change;
    }
}
