package coldtide.server.access;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.springframework.stereotype.Component;

/**
 * Slows guessing down. Every try is counted as a failure when it begins, so that many at once are not all free, and taken back
 * when it succeeds. After some failures the next try must wait, twice as long each time, up to five minutes. Failures are counted by
 * address, by name and address, and, with more free tries, by name alone against guessing from many addresses. Whoever comes with a
 * device on which this name has signed in before is counted by that device only, so nobody can keep another out by failing on
 * purpose. Only the newest ten thousand are remembered, so memory stays bounded.
 */
@Component
class SignInThrottle {
    private static final int FREE_TRIES = 3;
    private static final int FREE_TRIES_OF_ADDRESS = 30;
    private static final int FREE_TRIES_OF_NAME = 20;
    private static final Duration LONGEST = Duration.ofMinutes(5);
    private static final int MOST_REMEMBERED = 10_000;

    /** Keys by which failures are counted, and how many are free. */
    private record Counter(String key, int free) {}

    private record Failures(int count, Instant last) {
        /** Zero while tries are free. */
        Duration pause(int free) {
            int beyond = count - free;
            Duration pause = beyond < 0 ? Duration.ZERO : Duration.ofSeconds(1L << Math.min(beyond, 20));
            return pause.compareTo(LONGEST) > 0 ? LONGEST : pause;
        }
    }

    /**
     * One try.
     *
     * @param pause before it may be made; zero if it may be made now, and is counted
     */
    record Attempt(Duration pause, List<String> counted) {
        boolean isAllowed() {
            return pause.isZero();
        }

        /** Whole seconds after which it may be made. */
        long waitSeconds() {
            return pause.toSeconds() + 1;
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

    SignInThrottle() {
        this(Clock.systemUTC());
    }

    SignInThrottle(Clock clock) {
        this.clock = clock;
    }

    /**
     * Begins a try, or says how long it must wait.
     *
     * @param device on which the name has signed in before; empty for none
     */
    synchronized Attempt begin(String name, String address, String device) {
        List<Counter> counters = device.isEmpty()
                ? List.of(
                        new Counter("from " + address, FREE_TRIES_OF_ADDRESS),
                        new Counter("name " + name + " from " + address, FREE_TRIES),
                        new Counter("name " + name, FREE_TRIES_OF_NAME))
                : List.of(new Counter("device " + device, FREE_TRIES));
        Duration wait =
                counters.stream().map(this::wait).max(Duration::compareTo).orElse(Duration.ZERO);
        if (!wait.isZero()) {
            return new Attempt(wait, List.of());
        }
        List<String> keys = counters.stream().map(Counter::key).toList();
        keys.forEach(key -> count(key, 1));
        return new Attempt(Duration.ZERO, keys);
    }

    private Duration wait(Counter counter) {
        Failures known = failures.get(counter.key());
        if (known == null || known.pause(counter.free()).isZero()) {
            return Duration.ZERO;
        }
        Duration left = Duration.between(clock.instant(), known.last().plus(known.pause(counter.free())));
        return left.isNegative() ? Duration.ZERO : left;
    }

    private void count(String key, int by) {
        Failures known = failures.remove(key);
        int count = (known == null ? 0 : known.count()) + by;
        if (count > 0) {
            failures.put(key, new Failures(count, clock.instant()));
        }
    }

    /** The try succeeded: failures before it are forgiven. */
    synchronized void succeeded(Attempt attempt) {
        attempt.counted().forEach(failures::remove);
    }

    /** Whether it would have succeeded is not known, so it counts as not made. */
    synchronized void takeBack(Attempt attempt) {
        attempt.counted().forEach(key -> count(key, -1));
    }
}
