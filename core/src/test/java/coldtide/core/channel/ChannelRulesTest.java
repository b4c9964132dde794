package coldtide.core.channel;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import coldtide.core.channel.ChannelRule.Kind;
import coldtide.core.channel.ChannelRule.Test;
import coldtide.core.filter.Conditions;
import coldtide.core.filter.PersonCondition;
import coldtide.core.filter.PersonCondition.Which;
import coldtide.core.log.EventLog;
import coldtide.core.log.EventLogBuilder;
import coldtide.core.log.RawEvent;
import coldtide.core.log.rule.ContextDerivation;
import coldtide.core.log.rule.ExchangeRates;
import coldtide.core.log.rule.LogSettings;
import coldtide.core.measure.users.PeopleAnswer;
import coldtide.core.measure.users.PeopleCount;
import coldtide.core.measure.users.PeopleQuestion;
import coldtide.core.measure.users.PeopleQuestion.Split;
import coldtide.core.scan.ScanRunner;
import coldtide.core.time.ReportingCalendar;
import java.time.Duration;
import java.time.ZoneId;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class ChannelRulesTest {
    private static final ChannelRule LETTER = new ChannelRule(Kind.TAG, "campaign", Test.CONTAINS, "letter", "letters");
    private static final ChannelRule PAID = new ChannelRule(Kind.TAG, "medium", Test.IS, "paid", "paid");
    private static final ChannelRule HARBOUR =
            new ChannelRule(Kind.REFERRER, "referrer", Test.MATCHES, "^https?://harbour\\.", "harbour news");

    /** Tags before what was sent, that before referrers, whatever the order in which rules stand. */
    @ParameterizedTest
    @CsvSource({
        "letter_07,paid,,http://harbour.example/x,letters,campaign contains “letter”",
        "reel,paid,video,http://harbour.example/x,paid,medium is “paid”",
        "reel,organic,video,http://harbour.example/x,video,channel as sent",
        ",,,http://harbour.example/x,harbour news,referrer matches “^https?://harbour\\.”",
        ",,,http://elsewhere.example/x,,",
    })
    void theFirstRuleThatHoldsDecides(
            String campaign, String medium, String channel, String referrer, String by, String rule) {
        Map<String, String> context = new java.util.HashMap<>();
        context.put("campaign", campaign);
        context.put("medium", medium);
        context.put("channel", channel);
        context.put("referrer", referrer);
        context.values().removeIf(value -> value == null);
        Map<String, String> derived = new ChannelRules(List.of(HARBOUR, LETTER, PAID)).of(context);
        assertThat(derived.get(ChannelRules.CHANNEL)).isEqualTo(by);
        assertThat(derived.get(ChannelRules.RULE)).isEqualTo(rule);
    }

    @org.junit.jupiter.api.Test
    void rulesThatCannotHoldAreRefused() {
        assertThatThrownBy(() -> new ChannelRule(Kind.TAG, "referrer", Test.IS, "x", "y"))
                .hasMessage("A rule by tags looks at campaign, source or medium, not at \"referrer\".");
        assertThatThrownBy(() -> new ChannelRule(Kind.REFERRER, "referrer", Test.MATCHES, "(", "y"))
                .hasMessageContaining("cannot be read");
        assertThatThrownBy(() -> new ChannelRule(Kind.TAG, "medium", Test.IS, " ", "y"))
                .hasMessageContaining("needs a value");
    }

    /** Changing the rules changes the next log and not the one before, and the events are not touched. */
    @org.junit.jupiter.api.Test
    void aLogHasTheChannelsOfTheRulesItWasBuiltBy() {
        EventLogBuilder builder = new EventLogBuilder(
                LogSettings.usual(new ReportingCalendar(ZoneId.of("UTC")), new ExchangeRates("EUR")), 2);
        builder.derive(new ChannelRules(List.of(LETTER)));
        add(builder, 1, Map.of("campaign", "letter_07"));
        add(builder, 2, Map.of("channel", "video"));
        add(builder, 3, Map.of("platform", "ios"));
        EventLog first = builder.build().orElseThrow();
        assertThat(byChannel(first)).isEqualTo(Map.of("letters", 1L, "video", 1L));

        builder.derive(new ChannelRules(List.of(new ChannelRule(Kind.TAG, "campaign", Test.IS, "letter_07", "mail"))));
        add(builder, 4, Map.of("campaign", "letter_08"));
        EventLog second = builder.build().orElseThrow();
        assertThat(byChannel(second)).isEqualTo(Map.of("mail", 1L, "video", 1L));
        assertThat(byChannel(first)).isEqualTo(Map.of("letters", 1L, "video", 1L));
        assertThat(second.shards()).containsAll(first.shards());

        builder.derive(ContextDerivation.NONE);
        assertThat(builder.build().orElseThrow().hasProperty(ChannelRules.CHANNEL))
                .isFalse();
    }

    private static void add(EventLogBuilder builder, long install, Map<String, String> context) {
        RawEvent event = new RawEvent();
        event.install = install;
        event.timeMillis = 1_780_000_000_000L + install;
        event.receivedMillis = event.timeMillis;
        event.name = builder.nameCode("app_open");
        event.context = builder.addContext(context);
        builder.add(event);
    }

    private static Map<String, Long> byChannel(EventLog log) {
        try (ScanRunner runner = new ScanRunner(1, Duration.ofMinutes(1))) {
            return PeopleCount.answer(
                            log,
                            runner,
                            new Conditions(1 << 20),
                            new PeopleQuestion(
                                    PersonCondition.EVERYBODY,
                                    Optional.of(new Split(ChannelRules.CHANNEL, Which.FIRST, 10))))
                    .groups()
                    .stream()
                    .collect(Collectors.toMap(PeopleAnswer.Group::value, PeopleAnswer.Group::people));
        }
    }
}
