package coldtide.server.access;

import coldtide.server.http.Problem;
import coldtide.server.store.app.App;
import coldtide.server.store.app.AppRepository;
import coldtide.server.store.member.AuditEntry;
import coldtide.server.store.member.AuditRepository;
import coldtide.server.store.member.AuditRepository.Which;
import coldtide.server.store.member.User;
import coldtide.server.store.member.User.Role;
import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Pattern;
import jakarta.validation.constraints.Size;
import java.io.IOException;
import java.security.Principal;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.List;
import org.springframework.data.domain.Page;
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

    private final MemberService people;
    private final SignInThrottle throttle;
    private final AuditRepository audit;
    private final AuditFile file;
    private final AppRepository apps;

    PeopleController(
            MemberService people, SignInThrottle throttle, AuditRepository audit, AuditFile file, AppRepository apps) {
        this.people = people;
        this.throttle = throttle;
        this.audit = audit;
        this.file = file;
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
        static PersonWithPassword of(MemberService.WithPassword made) {
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
            @NotBlank @Size(max = MemberService.LONGEST_PASSWORD)
            String old,

            @NotBlank @Size(max = MemberService.LONGEST_PASSWORD)
            String fresh) {}

    /** An entry of the audit log. */
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

    /** Guessing the present password in an open session is slowed down like signing in. */
    @PutMapping("/session/password")
    void changeOwnPassword(@Valid @RequestBody OwnPassword password, Principal who, HttpServletRequest request) {
        SignInThrottle.Attempt attempt = throttle.begin("password of " + who.getName(), request.getRemoteAddr(), "");
        if (!attempt.isAllowed()) {
            throw Problem.tooMany(
                    "Too many wrong tries. Try again in " + attempt.waitSeconds() + " s.", attempt.pause());
        }
        try {
            people.changeOwnPassword(who.getName(), password.old(), password.fresh());
            throttle.succeeded(attempt);
        } catch (MemberService.WrongPassword wrong) {
            throw Problem.badField("old", "This is not your present password.");
        } catch (RuntimeException notTried) {
            throttle.takeBack(attempt);
            throw notTried;
        }
    }

    /**
     * The audit log, newest first.
     *
     * @param who exactly this member or key; @param action exactly this; @param app its key
     * @param from the first day in UTC; @param to the day after the last
     */
    @GetMapping("/audit")
    AuditPage audit(
            @RequestParam(required = false) String who,
            @RequestParam(required = false) String action,
            @RequestParam(required = false) String app,
            @RequestParam(required = false) LocalDate from,
            @RequestParam(required = false) LocalDate to,
            @RequestParam(defaultValue = "0") int page) {
        Problem.checkPage(page);
        Page<AuditEntry> found = audit.findAll(
                which(who, action, app, from, to), PageRequest.of(page, PAGE_ROWS, AuditRepository.NEWEST_FIRST));
        return new AuditPage(
                found.getTotalElements(),
                page,
                PAGE_ROWS,
                found.stream().map(this::view).toList());
    }

    /** All of it as CSV, filtered in the same way. */
    @GetMapping(path = "/audit.csv", produces = "text/csv")
    void auditFile(
            @RequestParam(required = false) String who,
            @RequestParam(required = false) String action,
            @RequestParam(required = false) String app,
            @RequestParam(required = false) LocalDate from,
            @RequestParam(required = false) LocalDate to,
            HttpServletResponse response)
            throws IOException {
        response.setContentType("text/csv;charset=UTF-8");
        response.setHeader("Content-Disposition", "attachment; filename=\"audit-log.csv\"");
        file.write(which(who, action, app, from, to), this::view, response.getOutputStream());
    }

    private Which which(String who, String action, String app, LocalDate from, LocalDate to) {
        Integer appId = app == null || app.isEmpty()
                ? null
                : apps.findByKeyAndDeletedIsNull(app)
                        .map(App::id)
                        .orElseThrow(() -> Problem.badField("app", "There is no app \"" + app + "\"."));
        return new Which(
                who,
                action,
                appId,
                from == null ? null : from.atStartOfDay(ZoneOffset.UTC).toInstant(),
                to == null ? null : to.atStartOfDay(ZoneOffset.UTC).toInstant());
    }

    private AuditView view(AuditEntry entry) {
        String app =
                entry.appId().flatMap(apps::findById).map(found -> found.key()).orElse(null);
        return new AuditView(entry.id(), entry.at(), entry.who(), app, entry.action(), entry.detail());
    }
}
