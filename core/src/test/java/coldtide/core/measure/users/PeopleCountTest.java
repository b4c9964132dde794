package coldtide.core.measure.users;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import coldtide.core.filter.Conditions;
import coldtide.core.filter.EventCondition;
import coldtide.core.filter.PersonCondition;
import coldtide.core.filter.PersonCondition.Did;
import coldtide.core.filter.PersonCondition.Which;
import coldtide.core.filter.Window;
import coldtide.core.filter.value.PersonValues;
import coldtide.core.filter.value.Value;
import coldtide.core.log.EventLog;
import coldtide.core.log.EventLogBuilder;
import coldtide.core.log.RawEvent;
import coldtide.core.log.Shard;
import coldtide.core.log.rule.ExchangeRates;
import coldtide.core.log.rule.LogSettings;
import coldtide.core.measure.TopValues;
import coldtide.core.measure.TopValues.Frequent;
import coldtide.core.measure.users.PeopleAnswer.Group;
import coldtide.core.measure.users.PeopleQuestion.Split;
import coldtide.core.scan.ScanRunner;
import coldtide.core.time.ReportingCalendar;
import java.math.BigDecimal;
import java.time.Duration;
import java.time.ZoneId;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.SplittableRandom;
import java.util.TreeMap;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class PeopleCountTest {
    private static final LogSettings SETTINGS =
            LogSettings.usual(new ReportingCalendar(ZoneId.of("Europe/Lisbon")), new ExchangeRates("EUR"));

    /** One event a person; whether with a property "code", as text or as number, is the caller's. */
    private static final class Crowd {
        private final EventLogBuilder builder;
        private final int name;
        private final int context;
        private final RawEvent event = new RawEvent();
        private long people;

        Crowd(int shardEvents) {
            builder = new EventLogBuilder(SETTINGS, shardEvents);
            name = builder.nameCode("app_open");
            context = builder.addContext(Map.of("platform", "android"));
        }

        Crowd with(String text) {
            event.clearValues();
            event.value(builder.textColumn("code"), builder.textCode(builder.textColumn("code"), text));
            return one();
        }

        Crowd with(double number) {
            event.clearValues();
            event.value(builder.numberColumn("code"), number);
            return one();
        }

        Crowd without() {
            event.clearValues();
            return one();
        }

        private Crowd one() {
            event.install = ++people;
            event.name = name;
            event.context = context;
            event.timeMillis = 1_780_000_000_000L + people;
            event.receivedMillis = event.timeMillis;
            builder.add(event);
            return this;
        }

        EventLog log() {
            return builder.build().orElseThrow();
        }
    }

    private static PeopleAnswer ask(EventLog log, PersonCondition among, Split split) {
        try (ScanRunner runner = new ScanRunner(2, Duration.ofMinutes(1))) {
            return PeopleCount.answer(
                    log, runner, new Conditions(1_000_000), new PeopleQuestion(among, Optional.ofNullable(split)));
        }
    }

    /** Codes of people, some much more frequent than others; the frequent ones are told apart by hand. */
    private static Map<String, Long> fill(Crowd crowd, int people) {
        SplittableRandom random = new SplittableRandom(7);
        Map<String, Long> counts = new TreeMap<>();
        for (int p = 0; p < people; p++) {
            int code = random.nextInt(4) == 0 ? random.nextInt(people) : random.nextInt(1 + random.nextInt(60));
            if (code % 3 == 0) {
                crowd.with(code / 8.0);
                counts.merge(written(code / 8.0), 1L, Long::sum);
            } else {
                crowd.with("c" + code);
                counts.merge("c" + code, 1L, Long::sum);
            }
        }
        return counts;
    }

    /** The plain way to write a number, apart from the product's. */
    private static String written(double number) {
        return new BigDecimal(Double.toString(number)).stripTrailingZeros().toPlainString();
    }

    private static List<Frequent> top(Map<String, Long> counts, int top) {
        return counts.entrySet().stream()
                .sorted(Map.Entry.<String, Long>comparingByValue()
                        .reversed()
                        .thenComparing(Comparator.comparing(Map.Entry::getKey)))
                .limit(top)
                .map(each -> new Frequent(each.getKey(), each.getValue()))
                .toList();
    }

    /** Whatever room there is, and however the log is cut and shared out, the answer is the one of a plain map. */
    @ParameterizedTest
    @CsvSource({"100000,100000,5", "50,100000,5", "50,400,30", "50,1,3", "3,90,1000", "10,30,2000"})
    void valuesAreCountedExactlyInAnyRoom(int few, int room, int top) {
        Crowd crowd = new Crowd(97);
        Map<String, Long> counts = fill(crowd, 3_000);
        EventLog log = crowd.without().without().log();
        for (int threads : new int[] {1, 3}) {
            try (ScanRunner runner = new ScanRunner(threads, Duration.ofMinutes(1))) {
                TopValues found = TopValues.of(log, runner, (shard, into) -> values(log, shard, into), top, few, room);
                assertThat(found.top()).isEqualTo(top(counts, top));
                assertThat(found.all()).isEqualTo(3_002);
                assertThat(found.notSet()).isEqualTo(2);
                assertThat(found.other())
                        .isEqualTo(3_000
                                - found.top().stream()
                                        .mapToLong(Frequent::count)
                                        .sum());
            }
        }
    }

    private static void values(EventLog log, Shard shard, TopValues.Into into) {
        PersonValues values = new PersonValues(log, shard, "code");
        for (int person = shard.person(0); person < shard.people(); person = shard.person(person + 1)) {
            if (!values.latest(person)) {
                into.take(Value.NONE);
            } else if (values.isText()) {
                into.take(Value.ofText(log.texts(), (int) values.value()));
            } else {
                into.take(Value.ofNumber(values.value()));
            }
        }
    }

    @Test
    void theNumberAloneAndByAProperty() {
        EventLog log =
                new Crowd(2).with("b").with("a").with("b").with("c").without().log();
        assertThat(ask(log, PersonCondition.EVERYBODY, null)).isEqualTo(new PeopleAnswer(5, 5, List.of(), 0, 5));
        assertThat(ask(log, PersonCondition.EVERYBODY, new Split("code", Which.LATEST, 2)))
                .isEqualTo(new PeopleAnswer(5, 5, List.of(new Group("b", 2), new Group("a", 1)), 1, 1));
        PersonCondition nobody = Did.atLeast(1, EventCondition.named("never_sent"), Window.EVER);
        assertThat(ask(log, nobody, new Split("code", Which.LATEST, 2)))
                .isEqualTo(new PeopleAnswer(5, 0, List.of(), 0, 0));
    }

    /** A sender that wrote a level now as number and now as text means the same level. */
    @Test
    void aNumberAndItsTextAreOneValue() {
        EventLog log = new Crowd(1)
                .with(5)
                .with("5")
                .with("5.0")
                .with(0.0)
                .with(-0.0)
                .with("0")
                .log();
        assertThat(ask(log, PersonCondition.EVERYBODY, new Split("code", Which.FIRST, 9))
                        .groups())
                .containsExactly(new Group("0", 3), new Group("5", 2), new Group("5.0", 1));
    }

    @Test
    void aSplitTellsSomeValuesApart() {
        assertThatThrownBy(() -> new Split("code", Which.FIRST, 0)).hasMessageContaining("not 0");
        assertThatThrownBy(() -> new Split("code", Which.FIRST, 1_001)).hasMessageContaining("not 1001");
    }
}
