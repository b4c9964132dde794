package coldtide.core.anomaly.explain;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import coldtide.core.RandomHistory;
import coldtide.core.RandomHistory.Event;
import coldtide.core.anomaly.counts.Spans;
import coldtide.core.anomaly.detect.Change;
import coldtide.core.anomaly.detect.Drop;
import coldtide.core.anomaly.explain.AdRevenueReconciliation.Verdict;
import coldtide.core.filter.value.Profiles;
import coldtide.core.filter.value.PropertyValue;
import coldtide.core.log.EventLog;
import coldtide.core.log.rule.RevenueType;
import coldtide.core.scan.ScanRunner;
import coldtide.core.tidetable.Figure;
import coldtide.core.time.DayRange;
import java.time.Duration;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.SplittableRandom;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;

/** Adverts that go on while nine of ten are not reported any more, and adverts that are not shown. */
class AdRevenueReconciliationTest {
    private static final int FALL = 45;
    private static final List<PropertyValue> ANDROID = List.of(new PropertyValue("platform", "android"));

    private static final RandomHistory HISTORY = new RandomHistory(24, 1_000, 60);
    private static final List<Settlement> SHOWN = settlements(HISTORY, 2);
    private static final EventLog LOG = withLoss(HISTORY).log(200, 4);
    private static final LocalDate FROM = LOG.firstDay().plusDays(FALL);
    private static final DayRange DAYS = new DayRange(FROM, LOG.firstDay().plusDays(59));

    private static boolean isAdvert(Event event) {
        return event.money() != null && event.money().type() == RevenueType.AD;
    }

    /** So many for each that is in the history. */
    private static List<Settlement> settlements(RandomHistory of, int times) {
        Map<LocalDate, Map<String, Long>> counts = of.events.stream()
                .filter(AdRevenueReconciliationTest::isAdvert)
                .collect(Collectors.groupingBy(
                        of::dayOf,
                        Collectors.groupingBy(event -> event.release().platform(), Collectors.counting())));
        return counts.entrySet().stream()
                .flatMap(day -> day.getValue().entrySet().stream()
                        .map(each -> new Settlement(
                                day.getKey(), each.getKey(), times * each.getValue(), times * 20_000L, "EUR")))
                .toList();
    }

    /** Of adverts on Android nine of ten are not reported from a day on. */
    private static RandomHistory withLoss(RandomHistory of) {
        LocalDate fall = of.log(200, 4).firstDay().plusDays(FALL);
        SplittableRandom random = new SplittableRandom(9);
        of.events.removeIf(event -> isAdvert(event)
                && event.release().platform().equals("android")
                && !of.dayOf(event).isBefore(fall)
                && random.nextInt(10) > 0);
        return of;
    }

    private Optional<AdRevenueReconciliation> settled(List<Settlement> settlements, List<PropertyValue> slice) {
        Drop lead = new Drop(
                Figure.AD_REVENUE,
                slice,
                List.of(),
                DAYS,
                -9,
                Change.UNKNOWN,
                0,
                Change.UNKNOWN,
                List.of(),
                List.of(),
                1,
                true);
        try (ScanRunner runner = new ScanRunner(2, Duration.ofMinutes(1))) {
            return AdRevenueReconciliation.of(
                    LOG,
                    runner,
                    Profiles.of(LOG, List.of("platform")),
                    settlements,
                    lead,
                    Spans.since(LOG, FROM, DAYS));
        }
    }

    @Test
    void advertsThatArePaidForWereLostFromTheRecordAlone() {
        AdRevenueReconciliation found = settled(SHOWN, ANDROID).orElseThrow();
        assertThat(found.verdict()).isEqualTo(Verdict.RECORD_LOST);
        assertThat(found.platform()).isEqualTo("android");
        assertThat(found.against().part()).isCloseTo(-0.9, within(0.06));
        assertThat(found.countedBefore()).isCloseTo(found.settledBefore() / 2, within(1e-9));
        long here = SHOWN.stream()
                .filter(each -> each.platform().equals("android") && DAYS.contains(each.day()))
                .mapToLong(Settlement::adverts)
                .sum();
        assertThat(found.settled() * found.days()).isCloseTo(here, within(1e-6));
        assertThat(found.money()).isCloseTo(found.days() * 0.04, within(1e-9));
    }

    @Test
    void whereWhatIsSettledFallsAsWellTheyWereNotShown() {
        AdRevenueReconciliation found =
                settled(settlements(HISTORY, 3), ANDROID).orElseThrow();
        assertThat(found.verdict()).isEqualTo(Verdict.FELL_TOO);
        assertThat(found.against().part()).isCloseTo(0, within(0.02));
    }

    /** Where the network pays for nothing, nothing was shown: a day with no advert is settled as well as any. */
    @Test
    void whatIsNotPaidForAtAllWasNotShown() {
        List<Settlement> ended = SHOWN.stream()
                .map(each -> each.day().isBefore(FROM)
                        ? each
                        : new Settlement(each.day(), each.platform(), 0, 0, each.currency()))
                .toList();
        AdRevenueReconciliation found = settled(ended, ANDROID).orElseThrow();
        assertThat(found.verdict()).isEqualTo(Verdict.FELL_TOO);
        assertThat(found.settled()).isZero();
        assertThat(found.money()).isZero();
    }

    /** The other platform goes on, and so does its record. */
    @Test
    void whatDidNotFallIsNotTold() {
        AdRevenueReconciliation found =
                settled(SHOWN, List.of(new PropertyValue("platform", "ios"))).orElseThrow();
        assertThat(found.against().isFall()).isFalse();
        assertThat(found.verdict()).isNotEqualTo(Verdict.RECORD_LOST);
    }

    @Test
    void withoutAPlatformAllAreTakenTogether() {
        AdRevenueReconciliation found = settled(SHOWN, List.of()).orElseThrow();
        assertThat(found.platform()).isEmpty();
        assertThat(found.settledBefore())
                .isGreaterThan(settled(SHOWN, ANDROID).orElseThrow().settledBefore());
    }

    @Test
    void fewSettledDaysTellNothing() {
        assertThat(settled(List.of(), ANDROID)).isEmpty();
        List<Settlement> late = SHOWN.stream()
                .filter(each -> !each.day().isBefore(FROM.minusDays(6)))
                .toList();
        assertThat(settled(late, ANDROID)).isEmpty();
        List<Settlement> before =
                SHOWN.stream().filter(each -> each.day().isBefore(FROM)).toList();
        assertThat(settled(before, ANDROID)).isEmpty();
    }

    @Test
    void withoutARateTheMoneyIsNotKnown() {
        List<Settlement> strange = SHOWN.stream()
                .map(each -> new Settlement(each.day(), each.platform(), each.adverts(), each.micros(), "JPY"))
                .toList();
        assertThat(settled(strange, ANDROID).orElseThrow().money()).isNaN();
    }
}
