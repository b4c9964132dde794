package coldtide.server.access;

import coldtide.server.access.SignInThrottle.Attempt;
import coldtide.server.http.Problem;
import coldtide.server.store.member.UserRepository;
import io.swagger.v3.oas.annotations.Parameter;
import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import jakarta.servlet.http.HttpSession;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.Size;
import java.time.Duration;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ProblemDetail;
import org.springframework.http.ResponseEntity;
import org.springframework.security.authentication.AuthenticationManager;
import org.springframework.security.authentication.InternalAuthenticationServiceException;
import org.springframework.security.authentication.UsernamePasswordAuthenticationToken;
import org.springframework.security.core.Authentication;
import org.springframework.security.core.AuthenticationException;
import org.springframework.security.core.context.SecurityContext;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.security.web.context.SecurityContextRepository;
import org.springframework.security.web.csrf.CsrfToken;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** Signing in and out. */
@RestController
@RequestMapping(path = "/api/session", produces = MediaType.APPLICATION_JSON_VALUE)
class SessionController {
    private static final Duration RETRY_AFTER = Duration.ofSeconds(10);

    private final AuthenticationManager authentication;
    private final SecurityContextRepository contexts;
    private final SignInThrottle throttle;
    private final Devices devices;
    private final OpenSessions openSessions;
    private final UserRepository users;
    private final Audit audit;

    SessionController(
            AuthenticationManager authentication,
            SecurityContextRepository contexts,
            SignInThrottle throttle,
            Devices devices,
            OpenSessions openSessions,
            UserRepository users,
            Audit audit) {
        this.authentication = authentication;
        this.contexts = contexts;
        this.throttle = throttle;
        this.devices = devices;
        this.openSessions = openSessions;
        this.users = users;
        this.audit = audit;
    }

    /** Name and password. */
    record SignIn(
            @NotBlank @Size(max = 100) String name,

            @NotBlank @Size(max = MemberService.LONGEST_PASSWORD)
            String password) {}

    /** The signed-in member; null without one. */
    record Session(
            @Schema(types = {"string", "null"}) String name,
            @Schema(types = {"string", "null"}) String role) {
        private static final String ROLE = "ROLE_";
        private static final String STRANGER = "ROLE_ANONYMOUS";

        static Session of(Authentication who) {
            return Stream.ofNullable(who)
                    .flatMap(someone -> someone.getAuthorities().stream())
                    .map(authority -> String.valueOf(authority.getAuthority()))
                    .filter(authority -> authority.startsWith(ROLE) && !authority.equals(STRANGER))
                    .findFirst()
                    .map(role -> new Session(who.getName(), role.substring(ROLE.length())))
                    .orElse(new Session(null, null));
        }
    }

    /** Also hands out the CSRF token's cookie, which every change needs. */
    @GetMapping
    Session session(Authentication who, @Parameter(hidden = true) CsrfToken token) {
        token.getToken();
        return Session.of(who);
    }

    @PostMapping
    ResponseEntity<Object> signIn(
            @Valid @RequestBody SignIn signIn, HttpServletRequest request, HttpServletResponse response) {
        String name = signIn.name();
        if (name.equals(DemoAccount.NAME) && cameThroughProxy(request)) {
            return refused("The demo account works only on the machine itself, not through a proxy.");
        }
        Attempt attempt = throttle.begin(name, request.getRemoteAddr(), devices.known(request, name));
        if (!attempt.isAllowed()) {
            return tooMany(attempt.waitSeconds());
        }
        try {
            Authentication who = authentication.authenticate(
                    UsernamePasswordAuthenticationToken.unauthenticated(name, signIn.password()));
            remember(who, request, response);
            if (!isStill(who)) {
                openSessions.endAll(name);
                return refused();
            }
            throttle.succeeded(attempt);
            devices.remember(request, response, name);
            audit.noteBy(name, "signed in", "from " + request.getRemoteAddr());
            return ResponseEntity.ok(Session.of(who));
        } catch (InternalAuthenticationServiceException unanswered) {
            throttle.takeBack(attempt);
            throw Problem.unavailable(
                    "The database cannot be reached, so signing in is not possible at present.", RETRY_AFTER);
        } catch (AuthenticationException wrong) {
            audit.noteBy("nobody", "sign-in failed", Audit.quoted(name) + " from " + request.getRemoteAddr());
            return refused();
        }
    }

    private static ResponseEntity<Object> tooMany(long seconds) {
        return ResponseEntity.status(HttpStatus.TOO_MANY_REQUESTS)
                .header("Retry-After", Long.toString(seconds))
                .body(ProblemDetail.forStatusAndDetail(
                        HttpStatus.TOO_MANY_REQUESTS, "Too many wrong tries. Try again in " + seconds + " s."));
    }

    private static ResponseEntity<Object> refused() {
        return refused("Wrong name or password.");
    }

    private static ResponseEntity<Object> refused(String sentence) {
        return ResponseEntity.status(HttpStatus.UNAUTHORIZED)
                .body(ProblemDetail.forStatusAndDetail(HttpStatus.UNAUTHORIZED, sentence));
    }

    /**
     * By the headers that proxies add (RFC 7239 and those in use before it), whether they are believed or not. Where they are, the web
     * server may take them away and give the address of the client instead.
     */
    private static boolean cameThroughProxy(HttpServletRequest request) {
        return Stream.of("Forwarded", "X-Forwarded-For", "X-Forwarded-Proto", "X-Forwarded-Host", "Via")
                        .anyMatch(header -> request.getHeader(header) != null)
                || !isLoopback(request.getRemoteAddr());
    }

    private static boolean isLoopback(String address) {
        return address.startsWith("127.") || address.equals("::1") || address.equals("0:0:0:0:0:0:0:1");
    }

    /** Whether a member's rights are those just signed in with: they may have been changed while the password was looked at. */
    private boolean isStill(Authentication who) {
        return users.findByName(who.getName())
                .filter(user -> user.ended().isEmpty())
                .map(user -> user.role().name())
                .equals(Optional.ofNullable(Session.of(who).role()));
    }

    /** A session from before signing in is not kept, so nobody can plant one. */
    private void remember(Authentication who, HttpServletRequest request, HttpServletResponse response) {
        HttpSession old = request.getSession(false);
        if (old != null) {
            old.invalidate();
        }
        SecurityContext context = SecurityContextHolder.createEmptyContext();
        context.setAuthentication(who);
        SecurityContextHolder.setContext(context);
        contexts.saveContext(context, request, response);
        openSessions.begin(request, who);
    }

    /** The sessions of the member who asks, the newest first. */
    @GetMapping("/all")
    List<OpenSessions.OpenSession> all(Authentication who, HttpServletRequest request) {
        return openSessions.of(who.getName(), request.getSession().getId());
    }

    /** Ends all sessions of the member who asks, except the session that asks. */
    @DeleteMapping("/others")
    List<OpenSessions.OpenSession> endOthers(Authentication who, HttpServletRequest request) {
        openSessions.endOthers(who.getName(), request.getSession().getId());
        audit.note("other sessions ended", who.getName());
        return openSessions.of(who.getName(), request.getSession().getId());
    }

    @DeleteMapping
    Session signOut(HttpServletRequest request) {
        HttpSession session = request.getSession(false);
        if (session != null) {
            session.invalidate();
        }
        SecurityContextHolder.clearContext();
        return new Session(null, null);
    }
}
