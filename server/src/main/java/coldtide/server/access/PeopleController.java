package coldtide.server.access;

import coldtide.server.store.AppRepository;
import coldtide.server.store.AuditEntry;
import coldtide.server.store.AuditRepository;
import coldtide.server.store.User;
import coldtide.server.store.User.Role;
import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Pattern;
import jakarta.validation.constraints.Size;
import java.security.Principal;
import java.time.Instant;
import java.util.List;
import org.springframework.data.domain.PageRequest;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** People, their passwords, and who did what, over HTTP. */
@RestController
@RequestMapping(path = "/api", produces = MediaType.APPLICATION_JSON_VALUE)
class PeopleController {
    private static final int PAGE_ROWS = 100;

    private final People people;
    private final AuditRepository audit;
    private final AppRepository apps;

    PeopleController(People people, AuditRepository audit, AppRepository apps) {
        this.people = people;
        this.audit = audit;
        this.apps = apps;
    }

    /** Somebody who may sign in, or once could. */
    record PersonView(
            int id,
            String name,
            Role role,
            boolean demo,
            Instant created,
            @Schema(types = {"string", "null"}) Instant ended) {
        static PersonView of(User user) {
            return new PersonView(
                    user.id(),
                    user.name(),
                    user.role(),
                    user.demo(),
                    user.created(),
                    user.ended().orElse(null));
        }
    }

    /** Somebody with a password made for them, shown this once. */
    record PersonWithPassword(PersonView person, String password) {
        static PersonWithPassword of(People.WithPassword made) {
            return new PersonWithPassword(PersonView.of(made.user()), made.password());
        }
    }

    /** Somebody to be let in. */
    record NewPerson(
            @NotBlank
            @Size(max = 60)
            @Pattern(
                    regexp = "[\\p{L}\\p{N}._@ -]*",
                    message = "has a character that is no letter, digit, blank or one of . _ - @")
            String name,

            @NotNull Role role) {}

    /** Another role. */
    record NewRole(@NotNull Role role) {}

    /** A change of one's own password. */
    record OwnPassword(
            @NotBlank String old, @NotBlank @Size(max = 200) String fresh) {}

    /** What somebody did. */
    record AuditView(
            long id,
            Instant at,
            String who,
            @Schema(types = {"string", "null"}) String app,
            String action,
            String detail) {}

    /** A page of what was done, newest first. */
    record AuditPage(long total, int page, int pageRows, List<AuditView> entries) {}

    @GetMapping("/people")
    List<PersonView> people() {
        return people.all().stream().map(PersonView::of).toList();
    }

    @PostMapping("/people")
    @ResponseStatus(HttpStatus.CREATED)
    PersonWithPassword addPerson(@Valid @RequestBody NewPerson person) {
        return PersonWithPassword.of(people.add(person.name().strip(), person.role()));
    }

    @PutMapping("/people/{id}/role")
    PersonView changeRole(@PathVariable int id, @Valid @RequestBody NewRole role) {
        return PersonView.of(people.changeRole(id, role.role()));
    }

    @PostMapping("/people/{id}/password")
    PersonWithPassword newPassword(@PathVariable int id) {
        return PersonWithPassword.of(people.newPassword(id));
    }

    @DeleteMapping("/people/{id}")
    PersonView shutOut(@PathVariable int id) {
        return PersonView.of(people.end(id));
    }

    @PostMapping("/people/{id}/return")
    PersonView letInAgain(@PathVariable int id) {
        return PersonView.of(people.takeBack(id));
    }

    @PutMapping("/session/password")
    void changeOwnPassword(@Valid @RequestBody OwnPassword password, Principal who) {
        people.changeOwnPassword(who.getName(), password.old(), password.fresh());
    }

    @GetMapping("/audit")
    AuditPage audit(@RequestParam(defaultValue = "0") int page) {
        List<AuditView> entries = audit.findAllByOrderByIdDesc(PageRequest.of(Math.max(0, page), PAGE_ROWS)).stream()
                .map(this::view)
                .toList();
        return new AuditPage(audit.count(), page, PAGE_ROWS, entries);
    }

    private AuditView view(AuditEntry entry) {
        String app =
                entry.appId().flatMap(apps::findById).map(found -> found.key()).orElse(null);
        return new AuditView(entry.id(), entry.at(), entry.who(), app, entry.action(), entry.detail());
    }
}
