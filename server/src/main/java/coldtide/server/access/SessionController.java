package coldtide.server.access;

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
import java.util.stream.Stream;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ProblemDetail;
import org.springframework.http.ResponseEntity;
import org.springframework.security.authentication.AuthenticationManager;
import org.springframework.security.authentication.UsernamePasswordAuthenticationToken;
import org.springframework.security.core.Authentication;
import org.springframework.security.core.AuthenticationException;
import org.springframework.security.core.context.SecurityContext;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.security.core.session.SessionRegistry;
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
    private final AuthenticationManager authentication;
    private final SecurityContextRepository contexts;
    private final SignInBrake brake;
    private final SessionRegistry sessions;

    SessionController(
            AuthenticationManager authentication,
            SecurityContextRepository contexts,
            SignInBrake brake,
            SessionRegistry sessions) {
        this.authentication = authentication;
        this.contexts = contexts;
        this.brake = brake;
        this.sessions = sessions;
    }

    /** Name and password. */
    record SignIn(
            @NotBlank @Size(max = 100) String name,
            @NotBlank @Size(max = 200) String password) {}

    /** Who is signed in; null if nobody is. */
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
        List<String> keys = List.of("name " + signIn.name(), "from " + request.getRemoteAddr());
        Duration wait = keys.stream().map(brake::wait).max(Duration::compareTo).orElseThrow();
        if (wait.compareTo(Duration.ZERO) > 0) {
            long seconds = wait.toSeconds() + 1;
            return ResponseEntity.status(HttpStatus.TOO_MANY_REQUESTS)
                    .header("Retry-After", Long.toString(seconds))
                    .body(ProblemDetail.forStatusAndDetail(
                            HttpStatus.TOO_MANY_REQUESTS, "Too many wrong tries. Try again in " + seconds + " s."));
        }
        try {
            Authentication who = authentication.authenticate(
                    UsernamePasswordAuthenticationToken.unauthenticated(signIn.name(), signIn.password()));
            keys.forEach(brake::succeeded);
            remember(who, request, response);
            return ResponseEntity.ok(Session.of(who));
        } catch (AuthenticationException wrong) {
            keys.forEach(brake::failed);
            return ResponseEntity.status(HttpStatus.UNAUTHORIZED)
                    .body(ProblemDetail.forStatusAndDetail(
                            HttpStatus.UNAUTHORIZED, "This name and password do not go together."));
        }
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
        sessions.registerNewSession(request.getSession().getId(), who.getPrincipal());
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
