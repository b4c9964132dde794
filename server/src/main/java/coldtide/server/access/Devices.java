package coldtide.server.access;

import coldtide.server.store.member.KnownDevice;
import coldtide.server.store.member.KnownDeviceRepository;
import coldtide.server.store.member.User;
import coldtide.server.store.member.UserRepository;
import jakarta.servlet.http.Cookie;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.security.SecureRandom;
import java.time.Duration;
import java.time.Instant;
import java.util.Base64;
import java.util.HexFormat;
import java.util.Optional;
import java.util.stream.Stream;
import org.springframework.http.HttpHeaders;
import org.springframework.http.ResponseCookie;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Browsers in which members have signed in before; they are not held up by failures that others cause. */
@Component
class Devices {
    private static final String COOKIE = "coldtide_device";
    private static final Duration KEPT = Duration.ofDays(180);
    private static final int SECRET_BYTES = 24;

    private final KnownDeviceRepository devices;
    private final UserRepository users;
    private final SecureRandom random = new SecureRandom();

    Devices(KnownDeviceRepository devices, UserRepository users) {
        this.devices = devices;
        this.users = users;
    }

    /** The device that a request comes from, if the name has signed in on it before; else an empty text. */
    @Transactional(readOnly = true)
    public String known(HttpServletRequest request, String name) {
        Optional<byte[]> digest = secret(request).map(Devices::digest);
        boolean known = digest.isPresent()
                && users.findByName(name)
                        .map(User::id)
                        .filter(id -> devices.existsByUserIdAndDigest(id, digest.get()))
                        .isPresent();
        return known ? HexFormat.of().formatHex(digest.get()) : "";
    }

    /** Takes note that a member has signed in on the device that a request comes from. */
    @Transactional
    public void remember(HttpServletRequest request, HttpServletResponse response, String name) {
        User user = users.findByName(name).orElseThrow();
        String secret = secret(request).orElseGet(this::fresh);
        byte[] digest = digest(secret);
        if (!devices.existsByUserIdAndDigest(user.id(), digest)) {
            devices.forgetOlder(Instant.now().minus(KEPT));
            devices.save(new KnownDevice(user.id(), digest));
        }
        ResponseCookie cookie = ResponseCookie.from(COOKIE, secret)
                .httpOnly(true)
                .secure(request.isSecure())
                .sameSite("Lax")
                .path("/api/session")
                .maxAge(KEPT)
                .build();
        response.addHeader(HttpHeaders.SET_COOKIE, cookie.toString());
    }

    private String fresh() {
        byte[] secret = new byte[SECRET_BYTES];
        random.nextBytes(secret);
        return Base64.getUrlEncoder().withoutPadding().encodeToString(secret);
    }

    private static Optional<String> secret(HttpServletRequest request) {
        return Stream.ofNullable(request.getCookies())
                .flatMap(Stream::of)
                .filter(cookie -> cookie.getName().equals(COOKIE))
                .map(Cookie::getValue)
                .filter(value -> value.matches("[\\w-]{32}"))
                .findFirst();
    }

    private static byte[] digest(String secret) {
        try {
            return MessageDigest.getInstance("SHA-256").digest(secret.getBytes(StandardCharsets.UTF_8));
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException("Every Java has SHA-256.", e);
        }
    }
}
