package coldtide.core.log;

import static org.assertj.core.api.Assertions.assertThat;

import coldtide.core.RandomHistory;
import coldtide.core.RandomHistory.Writing;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** A log that was copied event by event is the same log, without the words that nobody uses any more. */
class LogCopyTest {
    /** Pieces of one event and of a few rebuild those who share installs again and again; of all, never. */
    @ParameterizedTest
    @ValueSource(ints = {1, 37, 1_000_000})
    void aCopyIsTheSameLog(int piece) {
        RandomHistory history = new RandomHistory(41, 60, 40).dropTies();
        Writing writing = history.new Writing(40);
        history.shuffled(41).forEach(writing::add);
        EventLog log = writing.builder.build().orElseThrow();
        EventLog copy = copy(log, new EventLogBuilder(history.settings, 40), piece);
        assertThat(copy.sameAs(log)).isTrue();
    }

    @Test
    void wordsOfWhoeverWasErasedAreNotInACopy() {
        RandomHistory history = new RandomHistory(42, 5, 10);
        EventLogBuilder builder = new EventLogBuilder(history.settings);
        List<String> words = List.of("their event", "their number", "their text", "their value", "their platform");
        add(builder, 1, List.of("app_open", "level", "item", "sword", "ios"));
        add(builder, 2, words);
        add(builder, 3, List.of("app_open", "level", "item", "sword", "android"));
        assertThat(wordsOf(builder.build().orElseThrow())).containsAll(words);
        builder.eraseAccount(2);
        EventLog log = builder.build().orElseThrow();
        EventLog copy = copy(log, new EventLogBuilder(history.settings), LogCopy.PIECE);
        assertThat(copy.sameAs(log)).isTrue();
        assertThat(wordsOf(copy))
                .contains("app_open", "sword", "ios", "android")
                .doesNotContainAnyElementsOf(words);
    }

    private static void add(EventLogBuilder builder, int user, List<String> words) {
        RawEvent event = new RawEvent();
        event.install = 10 + user;
        event.account = user;
        event.timeMillis = 1_780_000_000_000L + user;
        event.receivedMillis = event.timeMillis;
        event.name = builder.nameCode(words.get(0));
        event.context = builder.addContext(Map.of("platform", words.get(4)));
        event.value(builder.numberColumn(words.get(1)), 7);
        int column = builder.textColumn(words.get(2));
        event.value(column, builder.textCode(column, words.get(3)));
        builder.add(event);
    }

    private static List<String> wordsOf(EventLog log) {
        List<String> words = new ArrayList<>(log.eventNames());
        words.addAll(log.properties());
        words.addAll(log.texts().texts());
        return words;
    }

    private static EventLog copy(EventLog log, EventLogBuilder into, int piece) {
        int[] codes = new int[log.contexts().size()];
        new LogCopy(
                        log,
                        into,
                        code -> {
                            if (codes[code] == 0) {
                                codes[code] = 1 + into.addContext(log.contexts().properties(code));
                            }
                            return codes[code] - 1;
                        },
                        piece)
                .run();
        return into.build().orElseThrow();
    }
}
