package coldtide.core.anomaly.counts;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import coldtide.core.RandomHistory;
import coldtide.core.filter.value.Profiles;
import coldtide.core.filter.value.PropertyValue;
import coldtide.core.log.EventLog;
import coldtide.core.log.rule.RevenueType;
import coldtide.core.scan.ScanRunner;
import it.unimi.dsi.fastutil.ints.IntArrayList;
import java.time.Duration;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.function.Predicate;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Purchases of a slice and of everybody else by day against the bare events, and what follows from them against simple arithmetic. */
class SliceByDayTest {
    private static final int MIDDLE = 40;
    private static final RandomHistory HISTORY = new RandomHistory(22, 900, 80);
    private static final List<PropertyValue> ANDROID = List.of(new PropertyValue("platform", "android"));

    private static SliceByDay.Days days(EventLog log, List<PropertyValue> slice) {
        try (ScanRunner runner = new ScanRunner(2, Duration.ofMinutes(1))) {
            return runner.run(
                    log,
                    new SliceByDay(
                            log, Profiles.of(log, List.of("platform")), Optional.empty(), Rate.PURCHASES, slice));
        }
    }

    private static long purchases(EventLog log, boolean ofAndroid, int from, int to) {
        return purchases(log, event -> ofAndroid == isAndroid(event), from, to);
    }

    private static boolean isAndroid(RandomHistory.Event event) {
        return event.release().platform().equals("android");
    }

    private static long purchases(EventLog log, Predicate<RandomHistory.Event> which, int from, int to) {
        return HISTORY.events.stream()
                .filter(event -> event.money() != null && event.money().type() == RevenueType.PURCHASE)
                .filter(which)
                .mapToInt(event -> log.dayNumber(HISTORY.dayOf(event)))
                .filter(day -> day >= from && day < to)
                .count();
    }

    private static Spans halves(EventLog log) {
        return Spans.of(log.days(), new IntArrayList(IntStream.range(0, MIDDLE).toArray()), MIDDLE, log.days());
    }

    @Test
    void purchasesAreThoseOfTheBareEvents() {
        EventLog log = HISTORY.log(200, 4);
        BeforeAfterCounts spans = days(log, ANDROID).against(halves(log));
        assertThat(spans.overBefore()).isEqualTo(purchases(log, true, 0, MIDDLE));
        assertThat(spans.overAfter()).isEqualTo(purchases(log, true, MIDDLE, log.days()));
        assertThat(spans.restOverBefore()).isEqualTo(purchases(log, false, 0, MIDDLE));
        assertThat(spans.restOverAfter()).isEqualTo(purchases(log, false, MIDDLE, log.days()));
    }

    /** Over the past, all that is expected is all that was, if others are alike day by day in what they do for each. */
    @Test
    void theCourseIsEachDayOfTheSliceBesideItsShareOfTheOthers() {
        EventLog log = HISTORY.log(200, 4);
        SliceByDay.Days days = days(log, ANDROID);
        DailyCourse course = days.course(halves(log));
        BeforeAfterCounts spans = days.against(halves(log));
        double factor = spans.overBefore() / spans.underBefore() / (spans.restOverBefore() / spans.restUnderBefore());
        for (int day = 0; day < log.days(); day++) {
            assertThat(course.actual()[day]).isEqualTo(purchases(log, true, day, day + 1));
            long[][] sums = days.sums();
            if (sums[2][day] > 0) {
                double others = (double) sums[0][day] / sums[2][day];
                assertThat(course.expected()[day]).isCloseTo(factor * others * sums[3][day], within(1e-9));
            }
        }
        assertThat(Arrays.stream(course.actual()).sum()).isEqualTo(spans.overBefore() + spans.overAfter());
    }

    @Test
    void everybodyIsHeldAgainstTheirOwnPast() {
        EventLog log = HISTORY.log(200, 4);
        BeforeAfterCounts spans = days(log, List.of()).against(halves(log));
        double all = purchases(log, true, 0, log.days()) + purchases(log, false, 0, log.days());
        assertThat(spans.overBefore() + spans.overAfter()).isEqualTo(all);
        assertThat(spans.expected())
                .isCloseTo(spans.overBefore() * spans.underAfter() / spans.underBefore(), within(1e-6));
    }

    /** Of people there are as many, whatever they pay in. */
    @ParameterizedTest
    @ValueSource(booleans = {false, true})
    void thoseInACurrencyAreHeldAgainstTheOthersOfAllPeople(boolean ofAndroid) {
        EventLog log = HISTORY.log(200, 4);
        PropertyValue euros = new PropertyValue("currency", "EUR");
        BeforeAfterCounts spans = days(log, ofAndroid ? List.of(ANDROID.get(0), euros) : List.of(euros))
                .against(halves(log));
        BeforeAfterCounts all = days(log, List.of()).against(halves(log));
        Predicate<RandomHistory.Event> isIn =
                event -> event.money().currency().equals("EUR") && (!ofAndroid || isAndroid(event));
        assertThat(spans.overBefore()).isEqualTo(purchases(log, isIn, 0, MIDDLE));
        assertThat(spans.restOverAfter()).isEqualTo(purchases(log, isIn.negate(), MIDDLE, log.days()));
        assertThat(spans.restUnderBefore()).isEqualTo(all.underBefore());
        assertThat(spans.underAfter())
                .isEqualTo((ofAndroid ? days(log, ANDROID).against(halves(log)) : all).underAfter());
        assertThat(spans.isKnown()).isTrue();
    }
}
