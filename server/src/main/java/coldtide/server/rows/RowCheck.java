package coldtide.server.rows;

import coldtide.server.rows.EventCheck.Habits;
import coldtide.server.rows.Reading.Column;
import coldtide.server.store.App;
import coldtide.server.store.IncomingEvent;
import java.time.DateTimeException;
import java.time.Instant;
import java.time.ZoneId;
import java.util.Optional;

/** Makes events of a file's rows, as its reading says what each column becomes. For one thread. */
public final class RowCheck {
    private final Column[] columns;
    private final EventCheck check;

    /** @throws FileRefused if the reading cannot serve */
    public RowCheck(Reading reading, App app, Instant now) throws FileRefused {
        Optional<String> missing = reading.missing();
        if (missing.isPresent()) {
            throw new FileRefused(missing.get());
        }
        columns = reading.columns().toArray(Column[]::new);
        check = new EventCheck(habits(reading), app, now);
    }

    private static Habits habits(Reading reading) throws FileRefused {
        try {
            return new Habits(
                    reading.times(),
                    ZoneId.of(reading.zone()),
                    reading.decimalComma(),
                    reading.format() != Reading.Format.CSV,
                    false,
                    Optional.ofNullable(reading.eventName()).filter(name -> !name.isBlank()),
                    Optional.ofNullable(reading.currency()));
        } catch (DateTimeException e) {
            throw new FileRefused("\"" + reading.zone() + "\" is no time zone; write it like Europe/Lisbon.", e);
        }
    }

    /** @throws RowFault if the row cannot be taken */
    public IncomingEvent event(Row row) throws RowFault {
        if (row instanceof Row.Broken broken) {
            throw broken.fault();
        }
        Row.Values values = (Row.Values) row;
        Fields fields = new Fields();
        for (int i = 0; i < columns.length; i++) {
            Column column = columns[i];
            switch (column.becomes()) {
                case NOTHING -> {}
                case PROPERTY -> fields.property(column.property(), values.values()[i]);
                default -> fields.part(column.becomes(), column.name(), values.values()[i]);
            }
        }
        values.others().forEach((name, value) -> {
            if (!fields.properties.containsKey(name)) {
                fields.property(name, value);
            }
        });
        return check.event(fields);
    }
}
