package coldtide.server.access;

import coldtide.server.http.Refusals;
import coldtide.server.store.app.AppRepository;
import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.util.List;
import java.util.Optional;
import org.springframework.http.HttpStatus;
import org.springframework.security.authentication.UsernamePasswordAuthenticationToken;
import org.springframework.security.core.authority.SimpleGrantedAuthority;
import org.springframework.security.core.context.SecurityContext;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.web.filter.OncePerRequestFilter;

/** Lets a program in by {@code Authorization: Bearer KEY}, into its own app only. */
class KeyFilter extends OncePerRequestFilter {
    static final String ROLE = "SENDER";
    private static final String BEARER = "Bearer ";

    private final Keys keys;
    private final AppRepository apps;

    KeyFilter(Keys keys, AppRepository apps) {
        this.keys = keys;
        this.apps = apps;
    }

    static boolean hasKey(HttpServletRequest request) {
        String header = request.getHeader("Authorization");
        return header != null && header.regionMatches(true, 0, BEARER, 0, BEARER.length());
    }

    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        if (!hasKey(request)) {
            chain.doFilter(request, response);
            return;
        }
        Optional<Sender> sender = keys.sender(
                request.getHeader("Authorization").substring(BEARER.length()).strip());
        if (sender.isEmpty()) {
            Refusals.write(response, HttpStatus.UNAUTHORIZED, "This key is not known here, or was revoked.");
            return;
        }
        String own = apps.findById(sender.get().appId())
                .map(app -> "/api/apps/" + app.key() + "/")
                .orElse("/");
        if (!request.getRequestURI().startsWith(own)) {
            Refusals.write(
                    response, HttpStatus.FORBIDDEN, "This key is of another app; it may only send to " + own + ".");
            return;
        }
        SecurityContext context = SecurityContextHolder.createEmptyContext();
        context.setAuthentication(UsernamePasswordAuthenticationToken.authenticated(
                sender.get(), null, List.of(new SimpleGrantedAuthority("ROLE_" + ROLE))));
        SecurityContextHolder.setContext(context);
        chain.doFilter(request, response);
    }
}
