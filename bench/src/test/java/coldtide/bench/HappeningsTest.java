package coldtide.bench;

import static org.assertj.core.api.Assertions.assertThat;

import coldtide.core.filter.Conditions;
import coldtide.core.filter.EventCondition;
import coldtide.core.filter.PersonCondition.Which;
import coldtide.core.filter.value.ValueTest;
import coldtide.core.funnel.FunnelAnalysis;
import coldtide.core.funnel.FunnelAnswer.Group;
import coldtide.core.funnel.match.FunnelQuestion;
import coldtide.core.funnel.match.FunnelSplit;
import coldtide.core.funnel.match.FunnelStep;
import coldtide.core.log.EventLog;
import coldtide.core.measure.users.PeopleQuestion;
import coldtide.core.retention.BeforeAfter;
import coldtide.core.retention.MixEffect;
import coldtide.core.retention.RetentionAnalysis;
import coldtide.core.retention.RetentionAnswer;
import coldtide.core.retention.RetentionQuestion;
import coldtide.core.retention.cohort.Cohort;
import coldtide.core.retention.cohort.SplitBy;
import coldtide.core.scan.ScanRunner;
import coldtide.core.stats.Difference;
import coldtide.core.time.DayRange;
import coldtide.core.time.Grain;
import java.time.Duration;
import java.time.LocalDate;
import java.util.List;
import java.util.Set;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.Test;

/** What the demo world hides in retention and in the purchase path is found, and named for what it is; the truth is in its scenario. */
class HappeningsTest {
    private static final ScanRunner RUNNER = new ScanRunner(2, Duration.ofMinutes(1));
    private static final EventLog LOG = LargeWorld.LOG;

    @AfterAll
    static void close() {
        RUNNER.close();
    }

    private static RetentionAnswer answer(DayRange range, Grain grain) {
        return RetentionAnalysis.answer(
                LOG,
                RUNNER,
                new Conditions(1 << 24),
                RetentionQuestion.ofArrivals(range, grain, 7)
                        .splitBy(new SplitBy.Property(new PeopleQuestion.Split("channel", Which.FIRST, 20))));
    }

    /**
     * Happening 1, the pay sheet of 1.4.0 on iOS fails for one currency: split by country, the purchase path of that version and
     * platform tells Britain apart as worse than everyone else, and no other country but those of happening 8, where prices rose. Before
     * the release nothing of the kind is seen.
     */
    @Test
    void theFailingPaySheetIsFoundByASplitOfThePurchasePath() {
        LocalDate release = day("1.4.0");
        assertThat(worse(new DayRange(release, LOG.span().to()), "1.4.0")).containsExactly("GB");
        assertThat(worse(new DayRange(day("1.3.0"), release), "1.3.0")).isEmpty();
    }

    /** Countries told apart from everyone else with a lower share, those left out whose prices rose. */
    private static List<String> worse(DayRange range, String version) {
        List<Group> groups = sheets(range, version);
        assertThat(groups).hasSizeGreaterThan(4);
        List<String> dearer =
                LargeWorld.SCENARIO.happening("price_change").where().values().get("country");
        return groups.stream()
                .filter(HappeningsTest::isApart)
                .filter(group ->
                        group.versus().get(1).orElseThrow().difference().high() < 0)
                .map(group -> group.part().value().orElse(""))
                .filter(country -> !dearer.contains(country))
                .toList();
    }

    private static boolean isApart(Group group) {
        return group.versus().get(1).filter(versus -> versus.adjusted() <= 0.05).isPresent();
    }

    /** From the pay sheet to a purchase on iOS, by country. */
    private static List<Group> sheets(DayRange range, String version) {
        EventCondition sheet = EventCondition.all(
                EventCondition.named("pay_sheet_opened"),
                new EventCondition.Property("platform", new ValueTest.IsOneOf(Set.of("ios"))),
                new EventCondition.Property("app_version", new ValueTest.IsOneOf(Set.of(version))));
        FunnelQuestion question = FunnelQuestion.of(
                range,
                FunnelQuestion.USUAL_WINDOW,
                List.of(FunnelStep.of("sheet", sheet), FunnelStep.of("purchase", EventCondition.named("purchase"))));
        return FunnelAnalysis.answer(
                        LOG,
                        RUNNER,
                        new Conditions(1 << 24),
                        question.splitBy(new FunnelSplit.ByProperty("country", 0, FunnelSplit.MOST)))
                .groups();
    }

    private static LocalDate day(String version) {
        return LargeWorld.SCENARIO.releases().stream()
                .filter(each -> each.version().equals(version))
                .map(each -> LOG.firstDay().plusDays(each.day()))
                .findFirst()
                .orElseThrow();
    }

    /**
     * Happening 2, "campaign_burst": for a week many come by a channel whose people never stay long. Looked at before the release that
     * changes who stays, the cohort apart is so by mix, and within channels hardly anything moved.
     */
    @Test
    void theCampaignBurstIsMix() {
        DayRange beforeTheLesson = new DayRange(LOG.firstDay(), LOG.firstDay().plusWeeks(15));
        RetentionAnswer answer = answer(beforeTheLesson, Grain.WEEK);
        List<MixEffect> mixes = answer.triangles().get(0).mixes();
        assertThat(mixes).isNotEmpty();
        MixEffect surest = mixes.get(0);
        assertThat(surest.group().value()).hasValue("harbour_video");
        assertThat(surest.mix()).isNegative();
        assertThat(surest.mix() / (surest.mix() + surest.within())).isGreaterThan(0.6);
        assertThat(surest.size()).isGreaterThan(4 * surest.others());
        Cohort cohort = answer.cohorts().get(surest.row());
        assertThat(cohort.period().from())
                .isBetween(LOG.firstDay().plusWeeks(12), LOG.firstDay().plusWeeks(14));
    }

    /** Happening 3, "shorter_lesson" of 1.5.0: of those who arrive since, more come back on day 1 and on day 7. */
    @Test
    void theShorterLessonKeepsMoreNewPeople() {
        LocalDate release = day("1.5.0");
        BeforeAfter around = BeforeAfter.of(answer(LOG.span(), Grain.DAY), 0, release);
        for (int age : new int[] {1, 7}) {
            Difference difference = around.columns().get(age).difference().orElseThrow();
            assertThat(difference.low()).as("day %d", age).isPositive();
        }
    }
}
