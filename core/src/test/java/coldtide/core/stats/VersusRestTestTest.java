package coldtide.core.stats;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import org.apache.commons.math3.stat.inference.ChiSquareTest;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class VersusRestTestTest {
    /** Commons Math's test of independence, on the same four numbers. */
    @ParameterizedTest
    @CsvSource({"56, 70, 48, 80", "5, 56, 1, 29", "944, 1600, 880, 1600", "1, 100000, 30, 2000000", "10, 20, 10, 20"})
    void itIsTheTestOfIndependenceOfAReferenceLibrary(long part, long whole, long otherPart, long otherWhole) {
        long[][] four = {{part, whole - part}, {otherPart, otherWhole - otherPart}};
        double chiSquared = new VersusRestTest(part + otherPart, whole + otherWhole).chiSquared(part, whole);
        assertThat(chiSquared).isCloseTo(new ChiSquareTest().chiSquare(four), within(1e-9 * (1 + chiSquared)));
        assertThat(Difference.test(part, whole, otherPart, otherWhole))
                .isCloseTo(new ChiSquareTest().chiSquareTest(four), within(1e-9));
    }

    /** Of 100 of whom 20 came back, 25 would give 5 who did and 20 who did not. */
    @Test
    void fiveOfEitherKindAreEnough() {
        VersusRestTest rest = new VersusRestTest(20, 100);
        assertThat(rest.isTestable(25)).isTrue();
        assertThat(rest.isTestable(24)).isFalse();
        assertThat(rest.isTestable(75)).isTrue();
        assertThat(rest.isTestable(76)).isFalse();
    }

    @Test
    void whereNobodyOrEverybodyDidNothingIsTested() {
        for (VersusRestTest rest :
                new VersusRestTest[] {new VersusRestTest(0, 100), new VersusRestTest(100, 100), new VersusRestTest(0, 0)
                }) {
            assertThat(rest.isTestable(0)).isFalse();
            assertThat(rest.isTestable(50)).isFalse();
        }
        assertThat(new VersusRestTest(0, 100).chiSquared(0, 50)).isZero();
    }
}
