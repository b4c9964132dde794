package coldtide.server.access;

import coldtide.server.http.PlainName;
import coldtide.server.http.Problem;
import coldtide.server.store.app.App;
import coldtide.server.store.app.AppKey;
import coldtide.server.store.app.AppRepository;
import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.validation.Valid;
import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.Size;
import java.security.Principal;
import java.time.Instant;
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

/** An app's keys over HTTP. */
@RestController
@RequestMapping(path = "/api/apps/{app}/keys", produces = MediaType.APPLICATION_JSON_VALUE)
class KeyController {
    private final Keys keys;
    private final AppRepository apps;

    KeyController(Keys keys, AppRepository apps) {
        this.keys = keys;
        this.apps = apps;
    }

    /** A new key. */
    record NewKey(
            @NotBlank @PlainName @Size(max = 80) String name,
            @Min(1) @Max(1_000_000) int perSecond) {}

    /** A key, without the secret. */
    record KeyView(
            int id,
            String name,
            int perSecond,
            Instant created,
            String createdBy,
            @Schema(types = {"string", "null"}) Instant lastUsed,
            @Schema(types = {"string", "null"}) Instant revoked) {
        static KeyView of(AppKey key) {
            return new KeyView(
                    key.id(),
                    key.name(),
                    key.perSecond(),
                    key.created(),
                    key.createdBy(),
                    key.lastUsed().orElse(null),
                    key.revoked().orElse(null));
        }
    }

    /** A key with its secret, which is shown this once. */
    record ShownKey(KeyView key, String secret) {}

    private App app(String key) {
        return apps.findByKeyAndDeletedIsNull(key)
                .orElseThrow(() -> Problem.notFound("There is no app \"" + key + "\"."));
    }

    @GetMapping
    List<KeyView> keys(@PathVariable String app) {
        return keys.of(app(app)).stream().map(KeyView::of).toList();
    }

    @PostMapping
    @ResponseStatus(HttpStatus.CREATED)
    ShownKey makeKey(@PathVariable String app, @Valid @RequestBody NewKey key, Principal who) {
        Keys.Shown shown = keys.make(app(app), key.name().strip(), key.perSecond(), who.getName());
        return new ShownKey(KeyView.of(shown.key()), shown.secret());
    }

    @DeleteMapping("/{id}")
    KeyView revokeKey(@PathVariable String app, @PathVariable int id) {
        return KeyView.of(keys.revoke(app(app), id));
    }
}
