package coldtide.server.extract;

import coldtide.core.extract.ExtractRow;
import coldtide.core.filter.value.ValueTest;
import coldtide.core.log.PersonEvent;
import coldtide.core.log.rule.Money;
import coldtide.server.engine.PersonNames;
import java.math.BigDecimal;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;

/** An event as texts: what it always has, then its own properties and those of its context by name; its own come first. */
final class RowTexts {
    /** Columns that every event has, in the order of a file. */
    static final List<String> ALWAYS =
            List.of("person", "name", "time", "received", "amount", "currency", "revenue_type");

    private RowTexts() {}

    static List<String> always(ExtractRow row) {
        PersonEvent event = row.event();
        return List.of(
                PersonNames.id(row.owner()),
                event.name(),
                Instant.ofEpochMilli(event.timeMillis()).toString(),
                Instant.ofEpochMilli(event.receivedMillis()).toString(),
                event.money()
                        .map(money -> BigDecimal.valueOf(money.micros(), 6)
                                .stripTrailingZeros()
                                .toPlainString())
                        .orElse(""),
                event.money().map(Money::currency).orElse(""),
                event.money().map(money -> money.type().word()).orElse(""));
    }

    static Map<String, String> values(ExtractRow row) {
        Map<String, String> values = new TreeMap<>(row.event().context());
        row.event()
                .values()
                .forEach((property, value) -> values.put(
                        property, value instanceof Double number ? ValueTest.written(number) : value.toString()));
        return values;
    }

    /** All of it with some columns. */
    static List<String> of(ExtractRow row, List<String> columns) {
        List<String> texts = new ArrayList<>(always(row));
        Map<String, String> values = values(row);
        columns.forEach(column -> texts.add(values.getOrDefault(column, "")));
        return texts;
    }
}
