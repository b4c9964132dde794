package coldtide.server.access;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.LinkedHashMap;
import java.util.Map;
import org.springframework.stereotype.Component;

/**
 * Slows guessing down: after three failures for a name or from an address, the next try must wait, twice as long each time,
 * up to five minutes. Only the newest ten thousand names and addresses are remembered, so memory stays bounded.
 */
@Component
class SignInBrake {
    private static final int FREE_TRIES = 3;
    private static final Duration LONGEST = Duration.ofMinutes(5);
    private static final int MOST_REMEMBERED = 10_000;

    private record Failures(int count, Instant last) {
        Instant opensAt() {
            int beyond = count - FREE_TRIES;
            if (beyond < 0) {
                return Instant.MIN;
            }
            Duration wait = Duration.ofSeconds(1L << Math.min(beyond, 20));
            return last.plus(wait.compareTo(LONGEST) > 0 ? LONGEST : wait);
        }
    }

    private final Clock clock;
    private final Map<String, Failures> failures = new LinkedHashMap<>() {
        private static final long serialVersionUID = 1L;

        @Override
        protected boolean removeEldestEntry(Map.Entry<String, Failures> eldest) {
            return size() > MOST_REMEMBERED;
        }
    };

    SignInBrake() {
        this(Clock.systemUTC());
    }

    SignInBrake(Clock clock) {
        this.clock = clock;
    }

    /** How long a key must still wait; zero if it may try now. */
    synchronized Duration wait(String key) {
        Failures known = failures.get(key);
        Duration left = known == null ? Duration.ZERO : Duration.between(clock.instant(), later(known.opensAt()));
        return left.isNegative() ? Duration.ZERO : left;
    }

    private Instant later(Instant opensAt) {
        return opensAt.equals(Instant.MIN) ? clock.instant() : opensAt;
    }

    synchronized void failed(String key) {
        Failures known = failures.remove(key);
        failures.put(key, new Failures(known == null ? 1 : known.count() + 1, clock.instant()));
    }

    synchronized void succeeded(String key) {
        failures.remove(key);
    }
}
