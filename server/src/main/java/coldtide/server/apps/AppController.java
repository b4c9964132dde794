package coldtide.server.apps;

import coldtide.server.http.PlainName;
import coldtide.server.store.app.App;
import jakarta.validation.Valid;
import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.security.Principal;
import java.util.List;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** The apps over HTTP. */
@RestController
@RequestMapping(path = "/api/apps", produces = MediaType.APPLICATION_JSON_VALUE)
class AppController {
    private final Apps apps;
    private final Deleting deleting;

    AppController(Apps apps, Deleting deleting) {
        this.apps = apps;
        this.deleting = deleting;
    }

    /** @param name the app's name, to show that this app is meant */
    record DeletedApp(@NotNull String name) {}

    /** An app as the interface sees it. */
    record AppView(String key, String name, String zone, String currency) {
        static AppView of(App app) {
            return new AppView(app.key(), app.name(), app.zone().getId(), app.currency());
        }
    }

    /**
     * A new app.
     *
     * @param lateLimitDays events older than this are held back
     */
    record NewApp(
            @NotNull String key,
            @NotBlank @PlainName @Size(max = 80) String name,
            @NotNull String zone,
            @NotNull String currency,
            @Min(1) @Max(7320) int lateLimitDays) {}

    @GetMapping
    List<AppView> list() {
        return apps.all().stream().map(AppView::of).toList();
    }

    @PostMapping
    @ResponseStatus(HttpStatus.CREATED)
    AppView create(@Valid @RequestBody NewApp app) {
        return AppView.of(apps.create(app.key(), app.name().strip(), app.zone(), app.currency(), app.lateLimitDays()));
    }

    /** Deletes an app with all its data; these are gone some seconds later. */
    @DeleteMapping("/{app}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void delete(@PathVariable String app, @Valid @RequestBody DeletedApp deleted, Principal who) {
        deleting.delete(apps.require(app), deleted.name(), who.getName());
    }
}
