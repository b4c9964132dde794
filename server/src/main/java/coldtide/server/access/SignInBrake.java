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
        /** Zero while tries are free. */
        Duration pause() {
            int beyond = count - FREE_TRIES;
            Duration pause = beyond < 0 ? Duration.ZERO : Duration.ofSeconds(1L << Math.min(beyond, 20));
            return pause.compareTo(LONGEST) > 0 ? LONGEST : pause;
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
        if (known == null || known.pause().isZero()) {
            return Duration.ZERO;
        }
        Duration left = Duration.between(clock.instant(), known.last().plus(known.pause()));
        return left.isNegative() ? Duration.ZERO : left;
    }

    synchronized void failed(String key) {
        Failures known = failures.remove(key);
        failures.put(key, new Failures(known == null ? 1 : known.count() + 1, clock.instant()));
    }

    synchronized void succeeded(String key) {
        failures.remove(key);
    }
}
