package coldtide.core.log.column;

import static org.assertj.core.api.Assertions.assertThat;

import coldtide.core.log.EventLog;
import coldtide.core.log.EventLogBuilder;
import coldtide.core.log.RawEvent;
import coldtide.core.log.rule.Contexts;
import coldtide.core.log.rule.ExchangeRates;
import coldtide.core.log.rule.LogSettings;
import coldtide.core.log.rule.Release;
import coldtide.core.time.ReportingCalendar;
import java.time.ZoneId;
import java.util.Map;
import org.junit.jupiter.api.Test;

/** Whatever is sent, a log can be built; what is beyond a limit counts as other. */
class LogLimitsTest {
    private static final LogSettings SETTINGS =
            LogSettings.usual(new ReportingCalendar(ZoneId.of("UTC")), new ExchangeRates("EUR"));

    private static EventLogBuilder builder(int ofProperty, long characters) {
        return new EventLogBuilder(SETTINGS, 1024, new LogLimits.Values(ofProperty, characters, 100));
    }

    private static String text(EventLogBuilder builder, String property, String text) {
        int column = builder.textColumn(property);
        RawEvent event = new RawEvent();
        event.install = 1;
        event.name = builder.nameCode("open");
        event.context = builder.addContext(Map.of());
        event.timeMillis = 1_000_000_000_000L;
        event.receivedMillis = event.timeMillis;
        int code = builder.textCode(column, text);
        event.value(column, code);
        builder.add(event);
        return builder.build().orElseThrow().texts().text(code);
    }

    @Test
    void eachPropertyHasItsOwnRoomForTexts() {
        EventLogBuilder builder = builder(2, 1_000_000);
        assertThat(text(builder, "a", "one")).isEqualTo("one");
        assertThat(text(builder, "a", "two")).isEqualTo("two");
        assertThat(text(builder, "a", "three")).isEqualTo(LogLimits.OTHER);
        assertThat(text(builder, "a", "one")).as("what is known stays exact").isEqualTo("one");
        assertThat(text(builder, "b", "four")).isEqualTo("four");
        int context = builder.addContext(Map.of("city", "x"));
        int second = builder.addContext(Map.of("city", "y"));
        int third = builder.addContext(Map.of("city", "z"));
        Contexts.View contexts = builder.build().orElseThrow().contexts();
        assertThat(contexts.properties(context)).containsEntry("city", "x");
        assertThat(contexts.properties(second)).containsEntry("city", "y");
        assertThat(contexts.properties(third)).containsEntry("city", LogLimits.OTHER);
    }

    @Test
    void charactersOfAllTextsTogetherAreBounded() {
        EventLogBuilder builder = builder(1_000, 10);
        assertThat(text(builder, "a", "123456")).isEqualTo("123456");
        assertThat(text(builder, "b", "1234567")).isEqualTo(LogLimits.OTHER);
        assertThat(text(builder, "b", "12")).isEqualTo(LogLimits.OTHER);
    }

    private static void add(EventLogBuilder builder, int events, long install, long account) {
        RawEvent event = new RawEvent();
        event.install = install;
        event.account = account;
        event.name = builder.nameCode("open");
        event.context = builder.addContext(Map.of());
        for (int i = 0; i < events; i++) {
            event.timeMillis = 1_000_000_000_000L + i;
            event.receivedMillis = event.timeMillis;
            builder.add(event);
        }
    }

    @Test
    void usersWhoShareInstallsAndHaveTooManyEventsTogetherAreTold() {
        EventLogBuilder builder = builder(10, 1_000);
        add(builder, 100, 1, RawEvent.NOBODY);
        add(builder, 40, 2, 21);
        add(builder, 40, 3, 21);
        add(builder, 19, 3, 22);
        add(builder, 90, 4, 23);
        builder.build();
        assertThat(builder.oversizedInstalls()).as("at the limit").isEmpty();
        assertThat(builder.oversizedAccounts()).isEmpty();
        add(builder, 1, 1, RawEvent.NOBODY);
        builder.build();
        assertThat(builder.oversizedInstalls()).containsExactly(1L);
        add(builder, 2, 5, 22);
        EventLog log = builder.build().orElseThrow();
        assertThat(builder.oversizedInstalls()).containsExactlyInAnyOrder(1L, 2L, 3L, 5L);
        assertThat(builder.oversizedAccounts()).containsExactlyInAnyOrder(21L, 22L);
        assertThat(log.events()).as("none is left out").isEqualTo(292);
    }

    @Test
    void moreNamesAndReleasesThanTwoBytesHoldCountAsOther() {
        EventLogBuilder builder = new EventLogBuilder(SETTINGS);
        RawEvent event = new RawEvent();
        event.install = 1;
        for (int i = 0; i < 40_000; i++) {
            event.name = builder.nameCode("name " + i);
            event.context = builder.addContext(Map.of("platform", "p", "app_version", "1." + i));
            event.timeMillis = 1_000_000_000_000L + i;
            event.receivedMillis = event.timeMillis;
            builder.add(event);
        }
        EventLog log = builder.build().orElseThrow();
        assertThat(log.events()).isEqualTo(40_000);
        assertThat(log.eventNames())
                .contains("name 0", "name 32000", LogLimits.OTHER)
                .doesNotContain("name 39999");
        assertThat(log.contexts().releases()).contains(new Release(LogLimits.OTHER, LogLimits.OTHER));
        assertThat(log.contexts().release(39_999))
                .isEqualTo(log.contexts().release(39_000))
                .isPositive();
    }
}
