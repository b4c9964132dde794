package coldtide.server.access;

import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.servlet.http.HttpServletRequest;
import java.time.Instant;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import java.util.stream.Stream;
import org.springframework.context.event.EventListener;
import org.springframework.security.core.Authentication;
import org.springframework.security.core.session.SessionDestroyedEvent;
import org.springframework.security.core.session.SessionInformation;
import org.springframework.security.core.session.SessionRegistry;
import org.springframework.security.core.userdetails.UserDetails;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionSynchronization;
import org.springframework.transaction.support.TransactionSynchronizationManager;

/** Open sessions of members. Sessions live in memory and end with the server. */
@Component
class OpenSessions {
    private static final int LONGEST_BROWSER = 200;

    /** Browser and address from which a session was begun. */
    private record Origin(Instant since, String address, String browser) {}

    /**
     * A session as its owner sees it.
     *
     * @param browser as it calls itself; empty if it does not
     * @param current whether it is the session that asks
     */
    record OpenSession(
            Instant since,
            @Schema(types = {"string", "null"}) Instant lastUsed,
            String address,
            String browser,
            boolean current) {}

    private final SessionRegistry registry;
    private final Map<String, Origin> origins = new ConcurrentHashMap<>();

    OpenSessions(SessionRegistry registry) {
        this.registry = registry;
    }

    void begin(HttpServletRequest request, Authentication who) {
        String id = request.getSession().getId();
        String browser = request.getHeader("User-Agent");
        origins.put(
                id,
                new Origin(
                        Instant.now(),
                        request.getRemoteAddr(),
                        browser == null ? "" : browser.substring(0, Math.min(LONGEST_BROWSER, browser.length()))));
        registry.registerNewSession(id, who.getPrincipal());
    }

    @EventListener
    void forget(SessionDestroyedEvent ended) {
        origins.remove(ended.getId());
    }

    List<OpenSession> of(String name, String currentId) {
        return sessions(name)
                .filter(session -> origins.containsKey(session.getSessionId()))
                .map(session -> view(session, currentId))
                .sorted(Comparator.comparing(OpenSession::since).reversed())
                .toList();
    }

    private OpenSession view(SessionInformation session, String currentId) {
        Origin origin = origins.get(session.getSessionId());
        return new OpenSession(
                origin.since(),
                session.getLastRequest().toInstant(),
                origin.address(),
                origin.browser(),
                session.getSessionId().equals(currentId));
    }

    void endAll(String name) {
        sessions(name).forEach(SessionInformation::expireNow);
    }

    void endOthers(String name, String currentId) {
        sessions(name)
                .filter(session -> !session.getSessionId().equals(currentId))
                .forEach(SessionInformation::expireNow);
    }

    /** Ends a member's sessions once the change of their rights is committed: a sign-in before that has the old ones. */
    void endAllAfterCommit(String name) {
        TransactionSynchronizationManager.registerSynchronization(new TransactionSynchronization() {
            @Override
            public void afterCommit() {
                endAll(name);
            }
        });
    }

    private Stream<SessionInformation> sessions(String name) {
        return registry.getAllPrincipals().stream()
                .filter(principal -> principal instanceof UserDetails details
                        && details.getUsername().equals(name))
                .flatMap(principal -> registry.getAllSessions(principal, false).stream());
    }
}
