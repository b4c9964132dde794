package coldtide.bench;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.withinPercentage;

import coldtide.core.anomaly.Changes;
import coldtide.core.anomaly.Incident;
import coldtide.core.anomaly.Recovery;
import coldtide.core.anomaly.SearchProgress;
import coldtide.core.anomaly.counts.PerformanceChange;
import coldtide.core.anomaly.detect.Change;
import coldtide.core.anomaly.detect.Drop;
import coldtide.core.anomaly.detect.RuledOutGroup;
import coldtide.core.anomaly.explain.AdRevenueReconciliation;
import coldtide.core.anomaly.explain.ArrivalSurge;
import coldtide.core.anomaly.explain.CauseKind;
import coldtide.core.anomaly.explain.Settlement;
import coldtide.core.filter.value.PropertyValue;
import coldtide.core.log.EventLog;
import coldtide.core.release.KnownRelease;
import coldtide.core.scan.ScanRunner;
import coldtide.core.tidetable.Count;
import coldtide.core.tidetable.Figure;
import coldtide.core.time.DayRange;
import coldtide.world.scenario.Scenario;
import coldtide.world.scenario.ScenarioFile;
import java.time.Duration;
import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.function.Consumer;
import java.util.stream.Stream;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.Test;

/** What fell in the demo world is found by the watch alone and called by its name; the truth is in its scenario. */
class WatchTest {
    private static final ScanRunner RUNNER = new ScanRunner(2, Duration.ofMinutes(5));
    private static final List<SearchProgress> TOLD = new ArrayList<>();
    private static final Changes FOUND = in(LargeWorld.LOG, LargeWorld.SCENARIO, LargeWorld.SETTLEMENTS, TOLD::add);

    @AfterAll
    static void close() {
        RUNNER.close();
    }

    private static Changes in(
            EventLog log, Scenario scenario, List<Settlement> settlements, Consumer<SearchProgress> told) {
        List<KnownRelease> releases = scenario.releases().stream()
                .map(release -> new KnownRelease(
                        release.version(),
                        release.platform(),
                        scenario.firstDay().plusDays(release.day())))
                .toList();
        return Changes.in(log, RUNNER, new Changes.Question(Optional.empty(), releases, settlements), told);
    }

    private static Incident only(CauseKind kind) {
        assertThat(FOUND.incidents())
                .filteredOn(incident -> incident.kind() == kind)
                .as("%s", kind)
                .hasSize(1);
        return FOUND.incidents().stream()
                .filter(incident -> incident.kind() == kind)
                .findFirst()
                .orElseThrow();
    }

    private static LocalDate starts(String happening) {
        return LargeWorld.SCENARIO
                .firstDay()
                .plusDays(LargeWorld.SCENARIO.happening(happening).starts().day());
    }

    /** Happening 4: the family and not the countries in which it is common; frames on level 5 at the stair; after 1.6.0. */
    @Test
    void theLightningIsAProductFaultOfOneGpuFamily() {
        Incident incident = only(CauseKind.PRODUCT_FAULT);
        assertThat(incident.slice()).containsExactly(new PropertyValue("gpu", "Nacre 5"));
        assertThat(incident.blamed().orElseThrow().release().version()).isEqualTo("1.6.0");
        assertThat(incident.performance())
                .filteredOn(PerformanceChange::isWorse)
                .extracting(PerformanceChange::property)
                .containsExactly("fps");
        assertThat(incident.spot().orElseThrow().level()).isEqualTo(5);
        assertThat(incident.spot().orElseThrow().after())
                .isLessThan(0.7 * incident.spot().orElseThrow().before());
        List<RuledOutGroup> suspects = incident.drops().get(0).suspects();
        // The scenario names two countries as decoys: the family is common there.
        assertThat(suspects)
                .filteredOn(suspect -> suspect.fate() == RuledOutGroup.Fate.RULED_OUT)
                .flatExtracting(RuledOutGroup::slice)
                .containsAnyOf(new PropertyValue("country", "BR"), new PropertyValue("country", "ID"));
        assertThat(suspects)
                .filteredOn(suspect -> suspect.slice().get(0).property().equals("country"))
                .extracting(RuledOutGroup::fate)
                .containsOnly(RuledOutGroup.Fate.RULED_OUT);
    }

    /** The fault is seen by how the app runs, before enough people have left to be missed. */
    @Test
    void theLightningIsSeenByItsFramesFirst() {
        List<Drop> ofFamily = only(CauseKind.PRODUCT_FAULT).drops().stream()
                .filter(drop -> !drop.slice().isEmpty())
                .toList();
        assertThat(ofFamily).extracting(Drop::slice).containsOnly(List.of(new PropertyValue("gpu", "Nacre 5")));
        LocalDate frames = from(ofFamily, Figure.FRAME_RATE);
        assertThat(frames).isBefore(from(ofFamily, Figure.ACTIVE_PEOPLE));
        LocalDate rollout =
                only(CauseKind.PRODUCT_FAULT).blamed().orElseThrow().release().starts();
        assertThat(ChronoUnit.DAYS.between(rollout, frames)).isBetween(0L, 7L);
        assertThat(only(CauseKind.PRODUCT_FAULT).days().from()).isEqualTo(frames);
        assertThat(ofFamily.get(0).figure())
                .as("What people did leads, not why")
                .isNotEqualTo(Figure.FRAME_RATE);
    }

    private static LocalDate from(List<Drop> drops, Figure figure) {
        return drops.stream()
                .filter(drop -> drop.figure() == figure)
                .findFirst()
                .orElseThrow()
                .days()
                .from();
    }

    /** Happening 5: on Android 1.7.1 nearly no finished advert arrives; those on the version beside those who are not show it. */
    @Test
    void adFinishedOfAndroidIsLostTracking() {
        Incident incident = only(CauseKind.LOST_TRACKING);
        assertThat(incident.slice()).containsExactly(new PropertyValue("platform", "android"));
        assertThat(incident.blamed().orElseThrow().release())
                .extracting(KnownRelease::version, KnownRelease::platform)
                .containsExactly("1.7.1", "android");
        Change contrast = incident.blamed().orElseThrow().contrast();
        assertThat(contrast.part()).isLessThan(-0.95);
        assertThat(incident.events().get(0).event()).isEqualTo("ad_finished");
        assertThat(incident.drops().get(0).without().isFall()).isFalse();
        assertThat(incident.moneyLost()).isPresent();
    }

    /** Rate after rate, then incident after incident, each of which is one of those found in the end. */
    @Test
    void howFarItHasComeIsTold() {
        int of = TOLD.get(0).ofRates();
        assertThat(TOLD.subList(0, of))
                .extracting(SearchProgress::rates)
                .isSorted()
                .doesNotHaveDuplicates();
        assertThat(TOLD.subList(0, of)).extracting(SearchProgress::ofIncidents).containsOnly(0);
        SearchProgress last = TOLD.get(TOLD.size() - 1);
        assertThat(last.rates()).isEqualTo(of);
        assertThat(last.incidents()).hasSize(last.ofIncidents() - 1);
    }

    /** What the advert network pays for goes on; as much of it as the log lacks was lost from the record alone. */
    @Test
    void settlementsSayThatAdvertsWereNotLost() {
        AdRevenueReconciliation settled =
                only(CauseKind.LOST_TRACKING).settled().orElseThrow();
        assertThat(settled.verdict()).isEqualTo(AdRevenueReconciliation.Verdict.RECORD_LOST);
        assertThat(settled.platform()).isEqualTo("android");
        // No advert of the world is lost on its way while all is well, but for what comes too late or spoilt.
        assertThat(settled.countedBefore() / settled.settledBefore()).isBetween(0.95, 1.0);
        assertThat(settled.settled()).isCloseTo(settled.settledBefore(), withinPercentage(20));
        assertThat(settled.against().high()).isLessThan(-0.7);
    }

    /** Happening 1: on iOS those who pay in pounds buy nothing while they open the sheet as ever. */
    @Test
    void theFailingPaySheetIsPayment() {
        Incident incident = only(CauseKind.PAYMENT);
        List<PropertyValue> people = Stream.concat(Stream.of(incident.slice()), incident.drops().get(0).same().stream())
                .flatMap(List::stream)
                .toList();
        assertThat(people)
                .contains(new PropertyValue("platform", "ios"))
                .containsAnyOf(new PropertyValue("currency", "GBP"), new PropertyValue("country", "GB"));
        assertThat(incident.blamed().orElseThrow().release())
                .extracting(KnownRelease::version, KnownRelease::platform)
                .containsExactly("1.4.0", "ios");
        assertThat(incident.drops().get(0).change().part()).isLessThan(-0.9);
        assertThat(incident.drops().get(0).without().isFall()).isFalse();
    }

    /** Happening 8: in the region fewer buy, each for more than twice as much; the largest country of it stands for it. */
    @Test
    void theDearerCoastIsPrice() {
        assertThat(FOUND.incidents())
                .filteredOn(incident -> incident.kind() == CauseKind.PRICE)
                .isNotEmpty()
                .allSatisfy(incident -> {
                    assertThat(incident.slice().toString()).containsAnyOf("BR", "MX", "AR", "CL", "BRL", "MXN");
                    assertThat(incident.worth().orElseThrow().after())
                            .isGreaterThan(1.8 * incident.worth().orElseThrow().before());
                    assertThat(ChronoUnit.DAYS.between(
                                    starts("price_change"), incident.days().from()))
                            .isBetween(-14L, 14L);
                });
    }

    /** Happening 2: day-1 retention of the burst's week falls, in no slice. */
    @Test
    void theBurstIsAMixOfArrivals() {
        Incident incident = only(CauseKind.MIX);
        assertThat(incident.slice()).isEmpty();
        assertThat(incident.drops()).extracting(drop -> drop.figure()).contains(Figure.NEXT_DAY);
        assertThat(ChronoUnit.DAYS.between(
                        starts("campaign_burst"), incident.days().from()))
                .isBetween(0L, 2L);
        assertThat(incident.mixed().orElseThrow().mix())
                .isLessThan(incident.mixed().orElseThrow().within());
        ArrivalSurge arrived = incident.arrived().orElseThrow();
        assertThat(arrived.having())
                .isIn(new PropertyValue("campaign", campaign()), new PropertyValue("channel", channel()));
        long[] came = RUNNER.run(LargeWorld.LOG, SliceDays.of(LargeWorld.LOG, List.of()))[Count.NEW_PEOPLE.ordinal()];
        int from = LargeWorld.LOG.dayNumber(incident.days().from());
        double usual = Arrays.stream(came, from - 28, from).average().orElseThrow();
        assertThat(arrived.before()).isCloseTo(usual, withinPercentage(15));
        assertThat(arrived.after()).isGreaterThan(1.5 * usual);
    }

    private static String campaign() {
        return LargeWorld.SCENARIO
                .happening("campaign_burst")
                .where()
                .one("campaign")
                .orElseThrow();
    }

    private static String channel() {
        return LargeWorld.SCENARIO
                .happening("campaign_burst")
                .where()
                .one("channel")
                .orElseThrow();
    }

    /** 1.8.0 mends what 1.7.1 lost: a week after it adverts are back but for those who have not updated, told apart from the fall. */
    @Test
    void whatIsMendedIsSeenToBeBack() {
        Drop lead = only(CauseKind.LOST_TRACKING).drops().get(0);
        LocalDate mended = LargeWorld.SCENARIO.releases("android").stream()
                .filter(release -> release.version().equals("1.8.0"))
                .map(release -> LargeWorld.SCENARIO.firstDay().plusDays(release.day()))
                .findFirst()
                .orElseThrow();
        Recovery recovery = recovery(lead, mended.plusDays(8));
        assertThat(recovery.state()).isIn(Recovery.State.BACK, Recovery.State.PARTLY);
        assertThat(recovery.change().low()).isGreaterThan(lead.change().high());
        assertThat(recovery.change().part()).isGreaterThan(-0.25);
        Recovery soon = recovery(lead, lead.days().from().plusDays(4));
        assertThat(soon.state()).isIn(Recovery.State.STILL, Recovery.State.PARTLY);
        assertThat(soon.change().part()).isLessThan(recovery.change().part());
        assertThat(recovery(lead, lead.days().from().minusDays(1)).state()).isEqualTo(Recovery.State.BEFORE_THE_FALL);
        assertThat(recovery(lead, LargeWorld.LOG.endOfFullDays().minusDays(2)).state())
                .isEqualTo(Recovery.State.TOO_EARLY);
    }

    private static Recovery recovery(Drop lead, LocalDate since) {
        return Recovery.of(
                LargeWorld.LOG,
                RUNNER,
                new Changes.Question(Optional.empty(), List.of(), List.of()),
                FOUND,
                new Recovery.Fall(lead.figure(), lead.slice(), lead.days(), lead.isCounted(), lead.change()),
                since);
    }

    /** Happening 6: from 19:30 to 21:30, so three clock hours fall short. */
    @Test
    void theOutageHasItsHours() {
        Incident incident = only(CauseKind.OUTAGE);
        LocalDate day = starts("outage");
        assertThat(incident.days()).isEqualTo(new DayRange(day, day.plusDays(1)));
        assertThat(incident.outage().orElseThrow().from())
                .isEqualTo(LargeWorld.SCENARIO.at(
                        LargeWorld.SCENARIO.happening("outage").starts().day(), 19));
        assertThat(Duration.between(
                        incident.outage().orElseThrow().from(),
                        incident.outage().orElseThrow().to()))
                .isEqualTo(Duration.ofHours(3));
    }

    /** Happening 7: fewer people on the two days after the holiday. */
    @Test
    void theTroughAfterTheHolidayIsTheCalendar() {
        Incident incident = only(CauseKind.CALENDAR);
        assertThat(incident.days().from()).isEqualTo(starts("holiday").plusDays(1));
        assertThat(incident.peak()).isTrue();
        assertThat(incident.drops()).extracting(drop -> drop.figure()).contains(Figure.ACTIVE_PEOPLE);
    }

    /** Without anything planted hardly anything is told, and nothing is called a fault or an outage. */
    @Test
    void inAQuietWorldHardlyAnythingIsTold() {
        Scenario quiet =
                ScenarioFile.gullcombe().sized(20_000, 26, LargeWorld.END).quiet();
        List<Incident> told =
                in(WorldLog.of(quiet), quiet, List.of(), search -> {}).incidents();
        // Twenty-two figures for half a year, and one false alarm a year and figure at most.
        assertThat(told).hasSizeLessThanOrEqualTo(11);
        assertThat(told)
                .noneMatch(
                        incident -> incident.kind() == CauseKind.PRODUCT_FAULT || incident.kind() == CauseKind.OUTAGE);
    }
}
