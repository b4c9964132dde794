package coldtide.server.intake;

import coldtide.server.access.Sender;
import java.time.Clock;
import java.time.Duration;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import org.springframework.stereotype.Component;

/**
 * Limits the events a second of each API key: a bucket that fills at the key's rate and holds two seconds' worth (token bucket; common practice,
 * no source).
 */
@Component
class ApiRateLimiter {
    private static final int SECONDS_HELD = 2;

    private static final class Bucket {
        private double events;
        private long millis;
    }

    private final Clock clock;
    private final Map<Integer, Bucket> buckets = new ConcurrentHashMap<>();

    ApiRateLimiter() {
        this(Clock.systemUTC());
    }

    ApiRateLimiter(Clock clock) {
        this.clock = clock;
    }

    /** Zero if {@code events} may come now, and then they are counted; else how long to wait for that. */
    Duration wait(Sender sender, int events) {
        Bucket bucket = buckets.computeIfAbsent(sender.keyId(), id -> {
            Bucket full = new Bucket();
            full.events = SECONDS_HELD * (double) sender.perSecond();
            full.millis = clock.millis();
            return full;
        });
        synchronized (bucket) {
            long now = clock.millis();
            bucket.events = Math.min(
                    SECONDS_HELD * (double) sender.perSecond(),
                    bucket.events + (now - bucket.millis) / 1000.0 * sender.perSecond());
            bucket.millis = now;
            double wanted = Math.min(events, SECONDS_HELD * (double) sender.perSecond());
            if (bucket.events >= wanted) {
                bucket.events -= events;
                return Duration.ZERO;
            }
            return Duration.ofMillis((long) Math.ceil(1000 * (wanted - bucket.events) / sender.perSecond()));
        }
    }
}
