package coldtide.server.access;

import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.Base64;
import org.springframework.security.crypto.bcrypt.BCryptPasswordEncoder;
import org.springframework.security.crypto.password.AbstractValidatingPasswordEncoder;

/**
 * bcrypt over the SHA-256 of a password, so that all of a long one counts: bcrypt itself sees only the first 72 bytes. The digest
 * is written in base64, since bcrypt would stop at a zero byte.
 */
final class LongPasswordEncoder extends AbstractValidatingPasswordEncoder {
    private final BCryptPasswordEncoder bcrypt = new BCryptPasswordEncoder();

    @Override
    protected String encodeNonNullPassword(String password) {
        return bcrypt.encode(digest(password));
    }

    @Override
    protected boolean matchesNonNull(String password, String hash) {
        return bcrypt.matches(digest(password), hash);
    }

    private static String digest(String password) {
        try {
            byte[] digest = MessageDigest.getInstance("SHA-256").digest(password.getBytes(StandardCharsets.UTF_8));
            return Base64.getEncoder().withoutPadding().encodeToString(digest);
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException("Every Java has SHA-256.", e);
        }
    }
}
