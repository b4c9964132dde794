package coldtide.core.stats;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;

class PredictionIntervalTest {
    /** 0.3 ± 1.959964 × √(0.21 × (1/50 + 1/200)), by hand. */
    @Test
    void itAllowsForBothSamples() {
        PredictionInterval expected = PredictionInterval.of(60, 200, 50);
        assertThat(expected.low()).isCloseTo(0.15799, within(1e-4));
        assertThat(expected.high()).isCloseTo(0.44201, within(1e-4));
        assertThat(PredictionInterval.of(199, 200, 10).high()).isEqualTo(1);
        assertThat(PredictionInterval.of(0, 200, 10)).isEqualTo(new PredictionInterval(0, 0));
    }

    /** Drawn again and again from one and the same share, it holds the next about as often as it says. */
    @Test
    void itHoldsTheNextAsOftenAsItSays() {
        SplittableRandom random = new SplittableRandom(7);
        int held = 0;
        int draws = 4_000;
        for (int draw = 0; draw < draws; draw++) {
            PredictionInterval expected = PredictionInterval.of(successes(random, 400), 400, 150);
            double next = successes(random, 150) / 150.0;
            held += expected.low() <= next && next <= expected.high() ? 1 : 0;
        }
        assertThat((double) held / draws).isBetween(0.93, 0.97);
    }

    private static int successes(SplittableRandom random, int tries) {
        int successes = 0;
        for (int i = 0; i < tries; i++) {
            successes += random.nextDouble() < 0.35 ? 1 : 0;
        }
        return successes;
    }
}
