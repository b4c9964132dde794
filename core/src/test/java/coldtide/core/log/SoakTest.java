package coldtide.core.log;

import static org.assertj.core.api.Assertions.assertThat;

import coldtide.core.filter.Conditions;
import coldtide.core.filter.EventCondition;
import coldtide.core.filter.PersonCondition.Did;
import coldtide.core.filter.Window;
import coldtide.core.log.rule.ExchangeRates;
import coldtide.core.log.rule.LogSettings;
import coldtide.core.scan.ScanRunner;
import coldtide.core.tidetable.MetricScope;
import coldtide.core.tidetable.TideTable;
import coldtide.core.time.ReportingCalendar;
import java.time.Duration;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;

/** Events and questions in turn, forty times or as long as {@code -Dcoldtide.soak} says (seconds; a minute and more by hand). */
class SoakTest {
    private static final int PEOPLE = 3_000;
    private static final int SHARD_EVENTS = 2_000;
    private static final long START = 1_780_000_000_000L;
    private static final long DAY = 86_400_000L;
    private static final long CONDITION_BYTES = 1 << 20;

    private static final LogSettings SETTINGS =
            LogSettings.usual(new ReportingCalendar(ZoneId.of("Europe/Lisbon")), new ExchangeRates("EUR"));

    private final SplittableRandom random = new SplittableRandom(11);
    private final List<long[]> sent = new ArrayList<>();

    private static RawEvent event(EventLogBuilder builder, long[] row) {
        RawEvent event = new RawEvent();
        event.name = builder.nameCode(row[0] % 3 == 0 ? "beacon_lit" : "app_open");
        event.context = 0;
        event.install = row[0];
        event.account = row[1];
        event.timeMillis = row[2];
        event.receivedMillis = row[3];
        return event;
    }

    /** Mostly of now, some days late, some of people who name their account only now. */
    private void append(EventLogBuilder builder, int events, long now) {
        for (int i = 0; i < events; i++) {
            long install = 1 + random.nextInt(PEOPLE);
            long late = random.nextInt(20) == 0 ? random.nextLong(5 * DAY) : random.nextLong(10_000);
            long[] row = {install, random.nextInt(6) == 0 ? 1 + install / 2 : RawEvent.NOBODY, now - late, now};
            sent.add(row);
            builder.add(event(builder, row));
        }
    }

    private static EventLogBuilder builder() {
        EventLogBuilder builder = new EventLogBuilder(SETTINGS, SHARD_EVENTS);
        builder.addContext(Map.of("platform", "android"));
        return builder;
    }

    private static long bytes(EventLog log) {
        return log.bytes().values().stream().mapToLong(Long::longValue).sum();
    }

    /** After all the moving about, what is held is less than twice what the same events take at once: a shard is tidied by half. */
    @Test
    void nothingPilesUp() {
        long end = System.nanoTime()
                + Duration.ofSeconds(Integer.getInteger("coldtide.soak", 0)).toNanos();
        EventLogBuilder growing = builder();
        Conditions conditions = new Conditions(CONDITION_BYTES);
        EventLog log = null;
        try (ScanRunner runner = new ScanRunner(2, Duration.ofMinutes(1))) {
            for (int round = 0; round < 40 || System.nanoTime() < end && sent.size() < 3_000_000; round++) {
                append(growing, 200 + random.nextInt(800), START + round * DAY / 8);
                log = growing.build().orElseThrow();
                assertThat(log.events()).isEqualTo(sent.size());
                TideTable.daily(log, runner, MetricScope.AT_ALL);
                conditions
                        .of(log, Did.atLeast(round, EventCondition.named("beacon_lit"), Window.EVER))
                        .bits(log.shards().get(0));
                assertThat(conditions.bytes()).isLessThan(2 * CONDITION_BYTES);
            }
        }
        EventLogBuilder atOnce = builder();
        sent.forEach(row -> atOnce.add(event(atOnce, row)));
        EventLog same = atOnce.build().orElseThrow();
        assertThat(log.people()).isEqualTo(same.people());
        assertThat(bytes(log)).isLessThan(2 * bytes(same));
        assertThat(log.shards()).hasSizeLessThan(2 * same.shards().size() + 20);
    }
}
