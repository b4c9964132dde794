package coldtide.server.intake;

import coldtide.core.log.Money;
import coldtide.core.log.RevenueType;
import coldtide.server.intake.Columns.Property;
import coldtide.server.store.App;
import coldtide.server.store.IncomingEvent;
import java.math.BigDecimal;
import java.time.DateTimeException;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDateTime;
import java.time.OffsetDateTime;
import java.time.ZoneId;
import java.util.Currency;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Pattern;

/** Checks the fields of a row and makes an event of them, by the rules of handbook §2. */
final class EventRow {
    private static final int LONGEST_KEY = 200;
    private static final int LONGEST_VALUE = 8_192;
    private static final Duration FURTHEST_AHEAD = Duration.ofHours(24);
    private static final int MOST_SHARED_CONTEXTS = 50_000;
    private static final Pattern NUMBER = Pattern.compile("-?(0|[1-9]\\d{0,17})(\\.\\d{1,15})?");

    private final Columns columns;
    private final ZoneId zone;
    private final Duration lateLimit;
    private final Instant now;
    private final Map<List<String>, Map<String, String>> contexts = new HashMap<>();

    /** @param now the time of arrival of rows that do not say when they were received */
    EventRow(Columns columns, App app, Instant now) {
        this.columns = columns;
        this.now = now;
        zone = app.zone();
        lateLimit = Duration.ofDays(app.lateLimitDays());
    }

    IncomingEvent read(List<String> fields) throws RowFault {
        checkLengths(fields);
        Instant received = optional(fields, "received").isEmpty() ? now : time(fields, "received");
        if (received.isAfter(now.plus(FURTHEST_AHEAD))) {
            throw new RowFault("received", "\"received\" lies more than 24 hours ahead: " + received + ".");
        }
        Instant time = time(fields, "time");
        if (time.isAfter(received.plus(FURTHEST_AHEAD))) {
            throw new RowFault("time", "\"time\" lies more than 24 hours after the event was received: " + time + ".");
        }
        if (time.isBefore(received.minus(lateLimit))) {
            throw new RowFault(
                    "time",
                    "\"time\" is older than this app's limit of " + lateLimit.toDays() + " days: " + time + ".");
        }
        return new IncomingEvent(
                optional(fields, "source").orElse("csv"),
                key(fields, "id"),
                key(fields, "name"),
                time,
                received,
                key(fields, "install"),
                optional(fields, "account"),
                context(fields),
                money(fields),
                properties(fields));
    }

    private void checkLengths(List<String> fields) throws RowFault {
        if (fields.size() != columns.size()) {
            throw new RowFault(
                    null, "The row has " + fields.size() + " fields where the header has " + columns.size() + ".");
        }
        for (int column = 0; column < fields.size(); column++) {
            if (fields.get(column).length() > LONGEST_VALUE) {
                throw new RowFault(
                        columns.name(column),
                        "\"" + columns.name(column) + "\" has "
                                + fields.get(column).length() + " characters; a value may have at most " + LONGEST_VALUE
                                + ".");
            }
            if (fields.get(column).indexOf('\0') >= 0) {
                throw new RowFault(
                        columns.name(column), "\"" + columns.name(column) + "\" holds a zero byte, which is no text.");
            }
        }
    }

    private Optional<String> optional(List<String> fields, String name) throws RowFault {
        int column = columns.own(name);
        String value = column < 0 ? "" : fields.get(column).strip();
        if (value.length() > LONGEST_KEY) {
            throw new RowFault(
                    name,
                    "\"" + name + "\" has " + value.length() + " characters; it may have at most " + LONGEST_KEY + ".");
        }
        return value.isEmpty() ? Optional.empty() : Optional.of(value);
    }

    private String key(List<String> fields, String name) throws RowFault {
        return optional(fields, name).orElseThrow(() -> new RowFault(name, "\"" + name + "\" is empty."));
    }

    /** ISO 8601 with an offset, or without one: then by the clocks of the app's zone. */
    private Instant time(List<String> fields, String name) throws RowFault {
        String written = key(fields, name);
        String text = written.replace(' ', 'T');
        try {
            boolean hasOffset = text.endsWith("Z") || text.lastIndexOf('+') > 10 || text.lastIndexOf('-') > 10;
            return hasOffset
                    ? OffsetDateTime.parse(text).toInstant()
                    : LocalDateTime.parse(text).atZone(zone).toInstant();
        } catch (DateTimeException e) {
            throw new RowFault(
                    name, "\"" + name + "\" is no time: \"" + written + "\". Write it like 2026-07-14T10:03:22Z.");
        }
    }

    private Map<String, String> context(List<String> fields) {
        List<String> values = columns.context().stream()
                .map(property -> fields.get(property.column()))
                .toList();
        if (contexts.size() > MOST_SHARED_CONTEXTS) {
            contexts.clear();
        }
        return contexts.computeIfAbsent(values, fresh -> {
            Map<String, String> context = new LinkedHashMap<>();
            for (Property property : columns.context()) {
                if (!fields.get(property.column()).isEmpty()) {
                    context.put(property.name(), fields.get(property.column()));
                }
            }
            return context;
        });
    }

    private Optional<Money> money(List<String> fields) throws RowFault {
        Optional<String> amount = optional(fields, "amount");
        Optional<String> currency = optional(fields, "currency");
        Optional<String> type = optional(fields, "revenue_type");
        if (amount.isEmpty()) {
            if (type.isPresent()) {
                throw new RowFault("amount", "There is a \"revenue_type\" but no \"amount\".");
            }
            return Optional.empty();
        }
        RevenueType known = RevenueType.ofWord(type.orElse("purchase"))
                .orElseThrow(() -> new RowFault(
                        "revenue_type",
                        "\"revenue_type\" must be purchase, ad, subscription or refund, not \"" + type.orElseThrow()
                                + "\"."));
        String code =
                currency.orElseThrow(() -> new RowFault("currency", "There is an \"amount\" but no \"currency\"."));
        return Optional.of(new Money(micros(amount.orElseThrow()), currency(code), known));
    }

    private static long micros(String amount) throws RowFault {
        if (!NUMBER.matcher(amount).matches()) {
            throw new RowFault("amount", "\"amount\" is no decimal number like 4.99: \"" + amount + "\".");
        }
        if (amount.startsWith("-")) {
            throw new RowFault(
                    "amount",
                    "\"amount\" is negative: " + amount
                            + ". Send what is given back as a positive amount with revenue_type refund.");
        }
        try {
            return Money.microsOf(new BigDecimal(amount));
        } catch (ArithmeticException e) {
            throw new RowFault("amount", "\"amount\" is too large: " + amount + ".");
        }
    }

    private static String currency(String code) throws RowFault {
        try {
            return Currency.getInstance(code).getCurrencyCode();
        } catch (IllegalArgumentException e) {
            throw new RowFault("currency", "\"currency\" is no ISO 4217 code: \"" + code + "\".");
        }
    }

    private Map<String, Object> properties(List<String> fields) {
        Map<String, Object> values = new LinkedHashMap<>();
        for (Property property : columns.properties()) {
            String text = fields.get(property.column());
            if (!text.isEmpty()) {
                values.put(property.name(), value(text));
            }
        }
        return values;
    }

    private static Object value(String text) {
        if (NUMBER.matcher(text).matches()) {
            return new BigDecimal(text);
        }
        return switch (text) {
            case "true" -> Boolean.TRUE;
            case "false" -> Boolean.FALSE;
            default -> text;
        };
    }
}
