package coldtide.core.log;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import coldtide.core.RandomHistory;
import coldtide.core.RandomHistory.Event;
import coldtide.core.RandomHistory.Writing;
import coldtide.core.log.rule.LogSettings;
import coldtide.core.time.ReportingCalendar;
import java.time.ZoneId;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.SplittableRandom;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** A log opened from what was sealed is the log of its rows, and goes on as it would have. */
class LogSnapshotTest {
    /** What a store keeps: a block once, who is gone from it as it changes. */
    private static final class Store {
        private byte[] head;
        private final Map<Integer, byte[]> columns = new HashMap<>();
        private final Map<Integer, byte[]> gone = new HashMap<>();

        void keep(LogSnapshot sealed) {
            head = sealed.head();
            columns.keySet().retainAll(sealed.blocks());
            gone.clear();
            for (int block : sealed.blocks()) {
                columns.computeIfAbsent(block, sealed::columns);
                gone.put(block, sealed.gone(block));
            }
        }

        void openInto(EventLogBuilder builder) {
            builder.open(head);
            columns.entrySet().parallelStream()
                    .forEach(each -> builder.restore(each.getKey(), each.getValue(), gone.get(each.getKey())));
        }
    }

    @ParameterizedTest
    @ValueSource(longs = {1, 2, 3, 4, 5, 6})
    void aLogSealedAndOpenedAgainGoesOnAsIfNothingHadHappened(long seed) {
        SplittableRandom random = new SplittableRandom(seed);
        RandomHistory history = new RandomHistory(seed, 60, 40).dropTies();
        List<Event> rows = history.shuffled(seed);
        Store store = new Store();
        Writing writing = history.new Writing(30);
        for (int i = 0; i < rows.size(); i++) {
            writing.add(rows.get(i));
            if (random.nextInt(40) == 0) {
                EventLog before = writing.builder.build().orElseThrow();
                store.keep(writing.builder.seal().orElseThrow());
                writing = history.new Writing(30);
                store.openInto(writing.builder);
                EventLog after = writing.builder.build().orElseThrow();
                assertThat(after.sameAs(before))
                        .as("%s after %s rows", history, i)
                        .isTrue();
            }
        }
        Writing atOnce = history.new Writing(1000);
        rows.forEach(atOnce::add);
        EventLog whole = writing.builder.build().orElseThrow();
        assertThat(whole.sameAs(atOnce.builder.build().orElseThrow()))
                .as("%s", history)
                .isTrue();
    }

    @ParameterizedTest
    @ValueSource(longs = {11, 12})
    void openedByOtherSettingsItIsBuiltAnew(long seed) {
        RandomHistory history = new RandomHistory(seed, 40, 30).dropTies();
        Writing writing = history.new Writing(30);
        history.events.forEach(writing::add);
        writing.builder.build();
        Store store = new Store();
        store.keep(writing.builder.seal().orElseThrow());
        LogSettings other = LogSettings.usual(new ReportingCalendar(ZoneId.of("Asia/Tokyo")), history.settings.rates());
        Writing opened = history.new Writing(30);
        opened.builder.settings(other);
        store.openInto(opened.builder);
        Writing atOnce = history.new Writing(30);
        atOnce.builder.settings(other);
        history.events.forEach(atOnce::add);
        assertThat(opened.builder
                        .build()
                        .orElseThrow()
                        .sameAs(atOnce.builder.build().orElseThrow()))
                .as("%s", history)
                .isTrue();
    }

    @ParameterizedTest
    @ValueSource(longs = {21, 22, 23})
    void bytesThatAreNotWholeAreRefused(long seed) {
        RandomHistory history = new RandomHistory(seed, 30, 20);
        Writing writing = history.new Writing(1000);
        history.events.forEach(writing::add);
        writing.builder.build();
        LogSnapshot sealed = writing.builder.seal().orElseThrow();
        SplittableRandom random = new SplittableRandom(seed);
        byte[] head = sealed.head();
        byte[] columns = sealed.columns(0);
        for (int i = 0; i < 40; i++) {
            byte[] shortHead = Arrays.copyOf(head, random.nextInt(head.length));
            assertThatThrownBy(() -> history.new Writing(30).builder.open(shortHead))
                    .isInstanceOf(IllegalArgumentException.class)
                    .hasMessageContaining("incomplete");
            byte[] shortColumns = Arrays.copyOf(columns, random.nextInt(columns.length));
            EventLogBuilder builder = history.new Writing(30).builder;
            builder.open(head);
            assertThatThrownBy(() -> builder.restore(0, shortColumns, new byte[0]))
                    .isInstanceOf(IllegalArgumentException.class);
        }
        assertThatThrownBy(() -> writing.builder.open(head)).isInstanceOf(IllegalStateException.class);
        assertThat(new EventLogBuilder(history.settings).seal()).isEmpty();
    }
}
