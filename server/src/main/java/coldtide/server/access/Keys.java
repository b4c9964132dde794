package coldtide.server.access;

import coldtide.server.http.Problem;
import coldtide.server.store.CommittedCache;
import coldtide.server.store.app.App;
import coldtide.server.store.app.AppKey;
import coldtide.server.store.app.AppKeyRepository;
import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.security.SecureRandom;
import java.time.Duration;
import java.time.Instant;
import java.util.Base64;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/**
 * Keys by which programs send events: made, shown once, kept as a hash, revoked. A key is 24 random bytes, so a plain SHA-256
 * is as good as a slow hash: there is nothing to guess.
 */
@Component
public class Keys {
    private static final int SECRET_BYTES = 24;
    private static final Duration NOTE_USE_EVERY = Duration.ofMinutes(1);

    private final AppKeyRepository keys;
    private final Audit audit;
    private final SecureRandom random = new SecureRandom();
    private final CommittedCache<String, Sender> known = new CommittedCache<>();
    private final Map<Integer, Instant> noted = new ConcurrentHashMap<>();

    Keys(AppKeyRepository keys, Audit audit) {
        this.keys = keys;
        this.audit = audit;
    }

    /** A key as it is shown, this once. */
    record Shown(AppKey key, String secret) {}

    @Transactional
    Shown make(App app, String name, int perSecond, String byUser) {
        byte[] secret = new byte[SECRET_BYTES];
        random.nextBytes(secret);
        String text = Base64.getUrlEncoder().withoutPadding().encodeToString(secret);
        AppKey key = keys.save(new AppKey(app.id(), name, hash(text), perSecond, byUser));
        audit.note(app, "key made", "\"" + name + "\", up to " + perSecond + " events a second");
        return new Shown(key, text);
    }

    List<AppKey> of(App app) {
        return keys.findByAppIdOrderById(app.id());
    }

    @Transactional
    AppKey revoke(App app, int id) {
        AppKey key = keys.findByAppIdAndId(app.id(), id)
                .orElseThrow(() -> Problem.notFound("There is no key number " + id + " of " + app.name() + "."));
        if (key.revoked().isEmpty()) {
            key.revoke();
            keys.save(key);
            audit.note(app, "key revoked", "\"" + key.name() + "\"");
        }
        known.evictAfterCommit();
        return key;
    }

    /** Whose key this is; empty if it is nobody's or was revoked. */
    Optional<Sender> sender(String secret) {
        return known.get(
                secret,
                () -> keys.findByHash(hash(secret))
                        .filter(found -> found.revoked().isEmpty())
                        .map(Sender::of));
    }

    /** Takes note that a key was used, once a minute at most. */
    @Transactional
    public void used(Sender sender) {
        Instant now = Instant.now();
        Instant last = noted.get(sender.keyId());
        if (last == null || last.isBefore(now.minus(NOTE_USE_EVERY))) {
            noted.put(sender.keyId(), now);
            keys.noteUse(sender.keyId(), now);
        }
    }

    private static byte[] hash(String secret) {
        try {
            return MessageDigest.getInstance("SHA-256").digest(secret.getBytes(StandardCharsets.UTF_8));
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException("Every Java has SHA-256.", e);
        }
    }
}
