package coldtide.server.store;

import static org.assertj.core.api.Assertions.assertThat;

import coldtide.server.Application;
import java.util.Optional;
import java.util.concurrent.atomic.AtomicInteger;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.transaction.support.TransactionTemplate;

@ExtendWith(Application.class)
class CommittedCacheTest {
    private final CommittedCache<String, Integer> cache = new CommittedCache<>();
    private final AtomicInteger reads = new AtomicInteger();

    private int value() {
        return cache.get("a", () -> Optional.of(reads.incrementAndGet())).orElseThrow();
    }

    @Test
    void aValueIsReadOnceUntilAChangeIsCommitted() {
        TransactionTemplate transactions = Application.part(TransactionTemplate.class);
        assertThat(value()).isEqualTo(1);
        assertThat(value()).isEqualTo(1);
        transactions.executeWithoutResult(status -> {
            cache.evictAfterCommit();
            assertThat(value()).as("not committed yet").isEqualTo(1);
        });
        assertThat(value()).isEqualTo(2);
    }

    /** What was read before the change was committed, and comes back after, must not stay. */
    @Test
    void aValueThatWasOvertakenIsNotKept() {
        int read = cache.get("a", () -> {
                    cache.evictAfterCommit();
                    return Optional.of(7);
                })
                .orElseThrow();
        assertThat(read).isEqualTo(7);
        assertThat(value()).as("read again").isEqualTo(1);
    }

    @Test
    void whatIsNotThereIsAskedForAgain() {
        assertThat(cache.get("b", Optional::empty)).isEmpty();
        assertThat(cache.get("b", () -> Optional.of(3))).contains(3);
    }
}
