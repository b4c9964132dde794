package coldtide.bench;

import coldtide.core.filter.Conditions;
import coldtide.core.filter.EventCondition;
import coldtide.core.filter.PersonCondition;
import coldtide.core.filter.PersonCondition.Did;
import coldtide.core.filter.Window;
import coldtide.core.filter.value.ValueTest;
import coldtide.core.funnel.FunnelAnalysis;
import coldtide.core.funnel.FunnelAnswer;
import coldtide.core.log.EventLog;
import coldtide.core.log.Shard;
import coldtide.core.retention.RetentionAnalysis;
import coldtide.core.retention.RetentionAnswer;
import coldtide.core.retention.RetentionQuestion;
import coldtide.core.scan.Analysis;
import coldtide.core.scan.ScanRunner;
import coldtide.core.time.Grain;
import coldtide.world.scenario.ScenarioFile;
import java.time.Duration;
import java.time.LocalDate;
import java.util.concurrent.TimeUnit;
import org.openjdk.jmh.annotations.Benchmark;
import org.openjdk.jmh.annotations.BenchmarkMode;
import org.openjdk.jmh.annotations.Fork;
import org.openjdk.jmh.annotations.Measurement;
import org.openjdk.jmh.annotations.Mode;
import org.openjdk.jmh.annotations.OutputTimeUnit;
import org.openjdk.jmh.annotations.Param;
import org.openjdk.jmh.annotations.Scope;
import org.openjdk.jmh.annotations.Setup;
import org.openjdk.jmh.annotations.State;
import org.openjdk.jmh.annotations.TearDown;
import org.openjdk.jmh.annotations.Warmup;

/** The inner loops on one thread, each beside the same written by hand where there is one: {@code bench/kernels}. */
@State(Scope.Benchmark)
@BenchmarkMode(Mode.AverageTime)
@OutputTimeUnit(TimeUnit.MILLISECONDS)
@Fork(value = 1, jvmArgs = "-Xmx3g")
@Warmup(iterations = 3, time = 1)
@Measurement(iterations = 5, time = 1)
public class Kernels {
    private static final EventCondition LIT = EventCondition.named("beacon_lit");

    @Param("20000")
    public int people;

    private EventLog log;
    private ScanRunner runner;
    private Questions questions;
    private PersonCondition segment;

    @Setup
    public void make() {
        log = WorldLog.of(ScenarioFile.gullcombe().sized(people, 26, LocalDate.of(2026, 6, 28)));
        runner = new ScanRunner(1, Duration.ofMinutes(1));
        questions = new Questions(log, runner);
        segment = questions.segment();
    }

    @TearDown
    public void close() {
        runner.close();
    }

    private <P, R> R scan(Analysis<P, R> analysis) {
        return runner.run(log, analysis);
    }

    @Benchmark
    public RetentionAnswer triangle() {
        RetentionQuestion question = RetentionQuestion.ofArrivals(log.span(), Grain.DAY, 30);
        return scan(new RetentionAnalysis(log, new Conditions(1L << 30), question));
    }

    @Benchmark
    public double triangleByHand() {
        return scan(new ByHand.Triangle(log, 30));
    }

    @Benchmark
    public double segment() {
        return questions.byCountry(new Conditions(1L << 30), segment);
    }

    @Benchmark
    public double segmentByHand() {
        return scan(new ByHand.Segment(log));
    }

    @Benchmark
    public long activeDays() {
        return scan(new ActivePeople(log, log.span().periods(Grain.DAY)));
    }

    @Benchmark
    public FunnelAnswer steps() {
        return scan(new FunnelAnalysis(log, new Conditions(1L << 30), Funnels.five(log)));
    }

    @Benchmark
    public Revenue.Total revenue() {
        return scan(new Revenue(log));
    }

    @Benchmark
    public long didByName() {
        return bits(Did.atLeast(5, LIT, new Window.OfPerson(0, 6)));
    }

    @Benchmark
    public long didByMask() {
        EventCondition stars = new EventCondition.Property("stars", ValueTest.Within.atLeast(3));
        return bits(Did.atLeast(5, EventCondition.all(LIT, stars), new Window.OfPerson(0, 6)));
    }

    @Benchmark
    public long thenWithinAnHour() {
        return bits(new PersonCondition.Then(
                EventCondition.named("shop_opened"),
                EventCondition.named("purchase"),
                Duration.ofHours(1),
                Window.EVER));
    }

    /** Words of bits, first asked, over all shards. */
    private long bits(PersonCondition condition) {
        Conditions.Mask mask = new Conditions(1L << 30).of(log, condition);
        long words = 0;
        for (Shard shard : log.shards()) {
            words += mask.bits(shard).length;
        }
        return words;
    }
}
