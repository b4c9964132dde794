package coldtide.core.stats;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class ShareTest {
    /**
     * Source: Newcombe, Statistics in Medicine 17 (1998), table I, method 3 (score, without continuity correction). Bounds
     * quoted from memory of the table; the formula written out below agrees with them.
     */
    @ParameterizedTest
    @CsvSource({"81,263,0.2553,0.3662", "15,148,0.0624,0.1605", "0,20,0.0000,0.1611", "1,29,0.0061,0.1718"})
    void intervalIsWilsons(long part, long whole, double low, double high) {
        Share share = Share.of(part, whole);
        assertThat(share.low()).isCloseTo(low, within(5e-5));
        assertThat(share.high()).isCloseTo(high, within(5e-5));
        assertThat(share.value()).isBetween(share.low(), share.high());
        double z = 1.959963984540054;
        double centre = (part + z * z / 2) / (whole + z * z);
        double reach = z / (whole + z * z) * Math.sqrt(part * (whole - part) / (double) whole + z * z / 4);
        assertThat(share.low()).isCloseTo(centre - reach, within(1e-9));
        assertThat(share.high()).isCloseTo(centre + reach, within(1e-9));
    }

    @Test
    void aShareOfNothingOrOfMoreThanTheWholeIsRefused() {
        assertThatThrownBy(() -> Share.of(0, 0)).hasMessageContaining("not 0");
        assertThatThrownBy(() -> Share.of(5, 4)).hasMessageContaining("5").hasMessageContaining("4");
    }
}
