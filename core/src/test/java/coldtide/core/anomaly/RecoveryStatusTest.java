package coldtide.core.anomaly;

import static org.assertj.core.api.Assertions.assertThat;

import coldtide.core.anomaly.detect.Change;
import coldtide.core.time.DayRange;
import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.Arrays;
import org.junit.jupiter.api.Test;

/** Whether a fall is over, told from what each day since holds of what was expected; counts scatter as they come one by one. */
class RecoveryStatusTest {
    private static final LocalDate FELL = LocalDate.of(2026, 3, 1);
    private static final int LENGTH = 20;
    private static final DayRange FALL = new DayRange(FELL, FELL.plusDays(LENGTH));

    /** @param parts of each day since, which part of what is expected came */
    private static RecoveryStatus since(double expected, double before, boolean isWorseAbove, double... parts) {
        LocalDate end = FALL.to().plusDays(parts.length);
        return RecoveryStatus.of(
                FALL, change(LENGTH * expected, LENGTH * expected * before), isWorseAbove, end, days -> {
                    int from = (int) ChronoUnit.DAYS.between(FALL.to(), days.from());
                    int to = (int) ChronoUnit.DAYS.between(FALL.to(), days.to());
                    double came = Arrays.stream(parts, from, to).sum() * expected;
                    return change((to - from) * expected, came);
                });
    }

    private static Change change(double expected, double actual) {
        double error = 1.96 / Math.sqrt(actual);
        double part = actual / expected;
        return new Change(
                expected, expected, actual, part - 1, part * Math.exp(-error) - 1, part * Math.exp(error) - 1);
    }

    @Test
    void whatIsBackAtOnceIsOverFromItsEnd() {
        RecoveryStatus since = since(400, 0.2, false, 1, 0.98, 1.03, 1, 0.99);
        assertThat(since.isBack()).isTrue();
        assertThat(since.from()).isEqualTo(FALL.to());
        assertThat(since.change().expected()).isEqualTo(2_000);
    }

    /** As a rollout mends it: of all days since a quarter is missing, of the last four nothing. */
    @Test
    void whatComesBackLittleByLittleIsOverFromTheDayOnWhichItIs() {
        RecoveryStatus since = since(400, 0.2, false, 0.2, 0.3, 0.5, 0.6, 0.8, 1.01, 1, 0.99, 1.02);
        assertThat(since.isBack()).isTrue();
        assertThat(since.from()).isBetween(FALL.to().plusDays(4), FALL.to().plusDays(5));
        assertThat(since.change().low()).isNegative();
        assertThat(since.change().high()).isPositive();
    }

    @Test
    void whatStaysBelowIsNotOverAndSaysByHowMuchOfAllDaysSince() {
        RecoveryStatus since = since(400, 0.2, false, 0.5, 0.6, 0.55, 0.6, 0.6, 0.6);
        assertThat(since.isBack()).isFalse();
        assertThat(since.from()).isEqualTo(FALL.to());
        assertThat(since.change().part()).isBetween(-0.45, -0.4);
    }

    /** Twelve a day: the last three could as well lie where they fell to. */
    @Test
    void fewDaysOfFewPeopleDoNotEndAFall() {
        RecoveryStatus since = since(12, 0.6, false, 0.5, 0.5, 0.5, 0.5, 0.6, 0.6, 0.7, 0.8, 0.8, 0.8);
        assertThat(since.isBack()).isFalse();
    }

    /** Three quarters have come all the time; of the last days alone there are too few to tell that a quarter is missing. */
    @Test
    void whatIsPartlyMendedIsNotBackBecauseItsLastDaysAreFew() {
        double[] parts = new double[30];
        Arrays.fill(parts, 0.76);
        RecoveryStatus since = since(12, 0.2, false, parts);
        assertThat(since.isBack()).isFalse();
        assertThat(since.change().high()).isNegative();
    }

    @Test
    void whatIsWorseWhenHigherComesBackFromAbove() {
        assertThat(since(400, 2, true, 1.9, 1.7, 1.2, 1, 1.01, 0.99).isBack()).isTrue();
        assertThat(since(400, 2, true, 1.9, 1.9, 1.8, 1.7, 1.8, 1.9).isBack()).isFalse();
        assertThat(since(400, 2, true, 0.5, 0.5, 0.5).isBack()).isTrue();
    }

    @Test
    void twoDaysAreTooFewAfterALongFall() {
        RecoveryStatus since = since(400, 0.2, false, 1, 1);
        assertThat(since.isBack()).isFalse();
        assertThat(since.change().isKnown()).isFalse();
        LocalDate end = FALL.from().plusDays(5);
        DayRange brief = new DayRange(FALL.from(), FALL.from().plusDays(3));
        assertThat(RecoveryStatus.of(brief, Change.UNKNOWN, false, end, days -> Change.UNKNOWN)
                        .isBack())
                .isTrue();
        assertThat(RecoveryStatus.of(brief, Change.UNKNOWN, false, brief.to(), days -> Change.UNKNOWN)
                        .isBack())
                .isFalse();
    }
}
