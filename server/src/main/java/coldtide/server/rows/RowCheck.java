package coldtide.server.rows;

import coldtide.server.rows.EventCheck.Habits;
import coldtide.server.rows.ImportFormat.Column;
import coldtide.server.store.app.App;
import coldtide.server.store.event.IncomingEvent;
import java.time.DateTimeException;
import java.time.Instant;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;

/** Makes events of a file's rows, as its reading says what each column becomes. For one thread. */
public final class RowCheck {
    /** A column and where it stands. */
    private record Place(int column, ColumnMeaning becomes, String name) {}

    private final List<Place> parts = new ArrayList<>();
    private final List<Place> context = new ArrayList<>();
    private final List<Place> properties = new ArrayList<>();
    private final String[] called = new String[ColumnMeaning.values().length];
    private final EventCheck check;
    private Object[] lastValues;
    private Map<String, String> lastContext;

    /** @throws FileRefused if the reading cannot serve */
    public RowCheck(ImportFormat reading, App app, Instant now) throws FileRefused {
        Optional<String> missing = reading.missing();
        if (missing.isPresent()) {
            throw new FileRefused(missing.get());
        }
        for (int i = 0; i < reading.columns().size(); i++) {
            place(i, reading.columns().get(i));
        }
        check = new EventCheck(habits(reading), app, now);
    }

    private void place(int at, Column column) {
        switch (column.becomes()) {
            case NOTHING -> {}
            case PROPERTY ->
                (ColumnMeaning.CONTEXT.contains(column.property()) ? context : properties)
                        .add(new Place(at, ColumnMeaning.PROPERTY, column.property()));
            default -> {
                parts.add(new Place(at, column.becomes(), column.name()));
                called[column.becomes().ordinal()] = column.name();
            }
        }
    }

    private static Habits habits(ImportFormat reading) throws FileRefused {
        try {
            return new Habits(
                    reading.times(),
                    ZoneId.of(reading.zone()),
                    reading.decimalComma(),
                    reading.format() != ImportFormat.Format.CSV,
                    false,
                    Optional.ofNullable(reading.eventName()).filter(name -> !name.isBlank()),
                    Optional.ofNullable(reading.currency()));
        } catch (DateTimeException e) {
            throw new FileRefused("\"" + reading.zone() + "\" is no time zone; write it like Europe/Lisbon.", e);
        }
    }

    /** Number of amounts rounded so far because they had more decimals than are kept. */
    public long roundedAmounts() {
        return check.roundedAmounts();
    }

    /**
     * The event of a row that is read out of its turn.
     *
     * @param occurrence how many equal rows its file has up to it, itself included
     * @throws RowFault if the row cannot be accepted
     */
    public IncomingEvent event(Row row, int occurrence) throws RowFault {
        check.nextOccurrence(occurrence);
        return event(row);
    }

    /** @throws RowFault if the row cannot be accepted */
    public IncomingEvent event(Row row) throws RowFault {
        if (row instanceof Row.Broken broken) {
            throw broken.fault();
        }
        Row.Values cells = (Row.Values) row;
        Object[] values = cells.values();
        RowFields fields = new RowFields(called);
        for (Place part : parts) {
            fields.part(part.becomes(), part.name(), values[part.column()]);
        }
        for (Place property : properties) {
            fields.property(property.name(), values[property.column()]);
        }
        if (!cells.others().isEmpty()) {
            others(fields, cells);
            return check.event(fields);
        }
        if (hasLastContext(values)) {
            fields.context = lastContext;
        } else {
            context.forEach(place -> fields.property(place.name(), values[place.column()]));
        }
        IncomingEvent event = check.event(fields);
        lastValues = values;
        lastContext = event.context();
        return event;
    }

    private void others(RowFields fields, Row.Values cells) {
        context.forEach(place -> fields.property(place.name(), cells.values()[place.column()]));
        cells.others().forEach((name, value) -> {
            if (!fields.hasProperty(name)) {
                fields.property(name, value);
            }
        });
    }

    /** Rows of one install mostly follow each other, and then need no context of their own. */
    private boolean hasLastContext(Object[] values) {
        if (lastValues == null) {
            return false;
        }
        for (Place place : context) {
            if (!Objects.equals(values[place.column()], lastValues[place.column()])) {
                return false;
            }
        }
        return true;
    }
}
