package coldtide.server.rows;

import coldtide.core.log.rule.Money;
import coldtide.core.log.rule.RevenueType;
import coldtide.server.store.StorableText;
import coldtide.server.store.app.App;
import coldtide.server.store.event.IncomingEvent;
import coldtide.server.store.intake.RejectedRow.Kind;
import java.math.BigDecimal;
import java.time.DateTimeException;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.util.Currency;
import java.util.HashMap;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Pattern;

/** Checks what a row or message says and makes an event of it, by the rules of the handbook's section Data. For one thread. */
public final class EventCheck {
    /** In place of a sender where none is named. */
    public static final String NO_SOURCE = "file";

    /** Before the account, in place of an install, of an event that names none. No install of a sender may begin like this. */
    public static final String ACCOUNT_ALONE = "\u0001account ";

    /** Common practice, no source. */
    private static final Set<String> NOBODY = Set.of(
            "unknown",
            "null",
            "(null)",
            "nil",
            "none",
            "undefined",
            "nan",
            "n/a",
            "00000000-0000-0000-0000-000000000000");

    private static final int LONGEST_KEY = 200;
    private static final int LONGEST_VALUE = 8_192;
    private static final int MOST_PROPERTIES = 100;
    private static final Duration FURTHEST_AHEAD = Duration.ofHours(24);
    private static final Duration CLOCK_TOLERANCE = Duration.ofMinutes(1);
    private static final int MOST_SHARED_CONTEXTS = 50_000;
    private static final ColumnMeaning[] PARTS = ColumnMeaning.values();
    private static final int MICROS_SCALE = 6;
    /** Also .50, +5.00 and 007.50, as people and spreadsheets write them. */
    private static final Pattern AMOUNT = Pattern.compile("[-+]?(\\d{1,40}(\\.\\d{0,40})?|\\.\\d{1,40})");

    /** ISO 4217's codes for no currency and for tests. */
    private static final Set<Integer> NO_CURRENCIES = Set.of(999, 963);

    private static final Pattern NUMBER = Pattern.compile("-?(0|[1-9]\\d{0,17})(\\.\\d{1,15})?");

    /**
     * Defaults for parts that the sender leaves out.
     *
     * @param zone whose clocks count where a time says no offset
     * @param decimalComma whether amounts have a comma where others have a point
     * @param typed whether the format tells numbers from texts; if not, texts that are numbers become numbers
     * @param timeOptional whether an event that says no time happened when it arrived
     * @param eventName name of events that say none, or nothing
     * @param currency of amounts that say none, or nothing
     */
    public record Habits(
            TimeForm times,
            ZoneId zone,
            boolean decimalComma,
            boolean typed,
            boolean timeOptional,
            Optional<String> eventName,
            Optional<String> currency) {
        /** Of messages: ISO 8601 with an offset, typed values. */
        public static Habits ofMessages(App app) {
            return new Habits(TimeForm.ISO, app.zone(), false, true, true, Optional.empty(), Optional.empty());
        }
    }

    private final Habits habits;
    private final ContentIds contentIds = new ContentIds();
    private long roundedAmounts;
    private final Duration lateLimit;
    private final Instant now;
    private final Map<Map<String, String>, Map<String, String>> contexts = new HashMap<>();
    private Map<String, String> lastContext = Map.of();

    /** @param now the time of arrival of what does not say when it was received */
    public EventCheck(Habits habits, App app, Instant now) {
        this.habits = habits;
        this.now = now;
        lateLimit = Duration.ofDays(app.lateLimitDays());
    }

    /** @throws RowFault if it cannot be taken; the first fault found */
    public IncomingEvent event(RowFields fields) throws RowFault {
        checkValues(fields);
        Instant received = fields.text(ColumnMeaning.RECEIVED).isEmpty() ? now : time(fields, ColumnMeaning.RECEIVED);
        if (received.isAfter(now.plus(FURTHEST_AHEAD))) {
            throw time(fields, ColumnMeaning.RECEIVED, "lies more than 24 hours ahead: " + received + ".");
        }
        Instant time = onOurClock(fields, received);
        if (time.isAfter(received.plus(FURTHEST_AHEAD))) {
            throw time(
                    fields, ColumnMeaning.TIME, "lies more than 24 hours after the event was received: " + time + ".");
        }
        if (time.isBefore(received.minus(lateLimit))) {
            throw time(
                    fields,
                    ColumnMeaning.TIME,
                    "is older than this app's limit of " + lateLimit.toDays() + " days: " + time + ".");
        }
        String account = identity(fields, ColumnMeaning.ACCOUNT);
        String install = identity(fields, ColumnMeaning.INSTALL);
        if (install.isEmpty() && account.isEmpty()) {
            throw missing(fields, fields.knows(ColumnMeaning.INSTALL) ? ColumnMeaning.INSTALL : ColumnMeaning.ACCOUNT);
        }
        String name = key(fields, ColumnMeaning.NAME);
        String source = key(fields, ColumnMeaning.SOURCE);
        String id = key(fields, ColumnMeaning.ID);
        IncomingEvent event = new IncomingEvent(
                source.isEmpty() ? NO_SOURCE : source,
                id,
                name.isEmpty() ? habits.eventName().orElseThrow(() -> missing(fields, ColumnMeaning.NAME)) : name,
                time,
                received,
                install.isEmpty() ? ACCOUNT_ALONE + account : install,
                account.isEmpty() ? Optional.empty() : Optional.of(account),
                context(fields),
                money(fields),
                properties(fields));
        return id.isEmpty()
                ? contentIds.withId(event, !fields.text(ColumnMeaning.RECEIVED).isEmpty())
                : event;
    }

    /** The next row that names no id is taken for the so manyth equal one of its file; 1 is the first. */
    void nextOccurrence(int number) {
        contentIds.next(number);
    }

    /** Number of amounts rounded because they had more decimals than are kept. */
    public long roundedAmounts() {
        return roundedAmounts;
    }

    private static RowFault time(RowFields fields, ColumnMeaning part, String rest) {
        return new RowFault(Kind.TIME, fields.called(part), "\"" + fields.called(part) + "\" " + rest);
    }

    private static RowFault missing(RowFields fields, ColumnMeaning part) {
        return new RowFault(Kind.MISSING, fields.called(part), "\"" + fields.called(part) + "\" is empty.");
    }

    private void checkValues(RowFields fields) throws RowFault {
        int properties = fields.properties.size() + fields.context.size();
        if (properties > MOST_PROPERTIES) {
            throw new RowFault(
                    Kind.TOO_LONG,
                    null,
                    "The event has " + properties + " properties; it may have at most " + MOST_PROPERTIES + ".");
        }
        for (ColumnMeaning part : PARTS) {
            checkText(fields.called(part), fields.text(part));
        }
        if (fields.context != lastContext) {
            for (Map.Entry<String, String> property : fields.context.entrySet()) {
                checkText(property.getKey(), property.getValue());
            }
        }
        for (Map.Entry<String, Object> property : fields.properties.entrySet()) {
            if (property.getKey().length() > ImportFormat.LONGEST_NAME) {
                throw new RowFault(
                        Kind.TOO_LONG,
                        null,
                        "A property's name has " + property.getKey().length() + " characters; it may have at most "
                                + ImportFormat.LONGEST_NAME + ".");
            }
            checkName(property.getKey());
            checkNumber(property.getKey(), property.getValue());
            checkText(property.getKey(), property.getValue());
        }
    }

    private static void checkName(String name) throws RowFault {
        if (!StorableText.accepts(name)) {
            throw new RowFault(
                    Kind.NOT_TEXT,
                    name,
                    "The property's name \"" + name
                            + "\" holds a zero byte or half of a character (a lone surrogate).");
        }
    }

    private static void checkNumber(String name, Object value) throws RowFault {
        Optional<String> fault = value instanceof BigDecimal number ? NumberLimits.fault(number) : Optional.empty();
        if (fault.isPresent()) {
            throw new RowFault(Kind.NUMBER, name, "\"" + name + "\" " + fault.get());
        }
    }

    private static void checkText(String name, Object value) throws RowFault {
        if (!(value instanceof String text)) {
            return;
        }
        if (text.length() > LONGEST_VALUE) {
            throw tooLong(name, text.length(), "a value", LONGEST_VALUE);
        }
        if (text.indexOf('\0') >= 0) {
            throw new RowFault(Kind.NOT_TEXT, name, "\"" + name + "\" holds a zero byte, which is no text.");
        }
        if (!StorableText.accepts(text)) {
            throw new RowFault(
                    Kind.NOT_TEXT,
                    name,
                    "\"" + name + "\" holds half of a character (a lone surrogate); perhaps the text was cut there.");
        }
        if (text.indexOf('\uFFFD') >= 0) {
            throw new RowFault(
                    Kind.NOT_TEXT, name, "\"" + name + "\" holds bytes that are no text in the file's encoding.");
        }
    }

    private static RowFault tooLong(String name, int length, String what, int most) {
        return new RowFault(
                Kind.TOO_LONG,
                name,
                "\"" + name + "\" has " + length + " characters; " + what + " may have at most " + most + ".");
    }

    /** An install or account; a word that senders write where they know none is none, or all of them would be one user. */
    private static String identity(RowFields fields, ColumnMeaning part) throws RowFault {
        String value = key(fields, part);
        return NOBODY.contains(value.toLowerCase(Locale.ROOT)) ? "" : value;
    }

    private static String key(RowFields fields, ColumnMeaning part) throws RowFault {
        String value = fields.text(part);
        if (value.length() > LONGEST_KEY) {
            throw tooLong(fields.called(part), value.length(), "it", LONGEST_KEY);
        }
        if (value.chars().anyMatch(Character::isISOControl)) {
            throw new RowFault(
                    Kind.NOT_TEXT,
                    fields.called(part),
                    "\"" + fields.called(part) + "\" holds a control character, such as a tab or a line break.");
        }
        return value;
    }

    /** The sender's time, shifted where its clock differs from ours by more than a minute when it sends. */
    private Instant onOurClock(RowFields fields, Instant received) throws RowFault {
        if (fields.text(ColumnMeaning.TIME).isEmpty()) {
            if (habits.timeOptional()) {
                return received;
            }
            throw missing(fields, ColumnMeaning.TIME);
        }
        Instant time = time(fields, ColumnMeaning.TIME);
        if (fields.text(ColumnMeaning.SENT).isEmpty()) {
            return time;
        }
        Duration ahead = Duration.between(received, time(fields, ColumnMeaning.SENT));
        return ahead.abs().compareTo(CLOCK_TOLERANCE) > 0 ? time.minus(ahead) : time;
    }

    private Instant time(RowFields fields, ColumnMeaning part) throws RowFault {
        String text = fields.text(part);
        try {
            return habits.times().parse(text, habits.zone());
        } catch (DateTimeException | NumberFormatException | ArithmeticException e) {
            String shown = text.length() > 60 ? text.substring(0, 60) + " …" : text;
            throw time(
                    fields,
                    part,
                    "is no time: \"" + shown + "\". "
                            + (habits.times() == TimeForm.ISO
                                    ? "Write it like 2026-07-14T10:03:22Z."
                                    : "Times of this file are read as "
                                            + habits.times()
                                                    .name()
                                                    .toLowerCase(Locale.ROOT)
                                                    .replace('_', ' ')
                                            + "."));
        }
    }

    private Map<String, String> context(RowFields fields) {
        if (fields.context == lastContext || fields.context.equals(lastContext)) {
            return lastContext;
        }
        if (contexts.size() > MOST_SHARED_CONTEXTS) {
            contexts.clear();
        }
        Map<String, String> known = contexts.putIfAbsent(fields.context, fields.context);
        lastContext = known == null ? fields.context : known;
        return lastContext;
    }

    /** Texts lose blanks at their ends, as ids do. */
    private Map<String, Object> properties(RowFields fields) {
        fields.properties.replaceAll((name, value) -> value instanceof String text ? text.strip() : value);
        fields.properties.values().removeIf(""::equals);
        if (!habits.typed()) {
            fields.properties.replaceAll((name, value) -> value(value));
        }
        return fields.properties;
    }

    /** Of formats that know only text: what looks like a number or true/false is one. */
    private static Object value(Object value) {
        String text = value.toString();
        if (NUMBER.matcher(text).matches()) {
            return new BigDecimal(text);
        }
        return switch (text) {
            case "true" -> Boolean.TRUE;
            case "false" -> Boolean.FALSE;
            default -> text;
        };
    }

    private Optional<Money> money(RowFields fields) throws RowFault {
        String amount = fields.text(ColumnMeaning.AMOUNT);
        String type = fields.text(ColumnMeaning.REVENUE_TYPE);
        if (amount.isEmpty()) {
            if (!type.isEmpty()) {
                throw money(fields, ColumnMeaning.AMOUNT, "There is a \"revenue_type\" but no \"amount\".");
            }
            return Optional.empty();
        }
        RevenueType known = RevenueType.ofWord(type.isEmpty() ? "purchase" : type.toLowerCase(Locale.ROOT))
                .orElseThrow(() -> money(
                        fields,
                        ColumnMeaning.REVENUE_TYPE,
                        "\"" + fields.called(ColumnMeaning.REVENUE_TYPE)
                                + "\" must be purchase, ad, subscription or refund, not \"" + type + "\"."));
        return Optional.of(new Money(micros(fields, amount), currency(fields), known));
    }

    private static RowFault money(RowFields fields, ColumnMeaning part, String reason) {
        return new RowFault(Kind.MONEY, fields.called(part), reason);
    }

    private long micros(RowFields fields, String written) throws RowFault {
        String called = fields.called(ColumnMeaning.AMOUNT);
        String amount = habits.decimalComma() ? written.replace(".", "").replace(',', '.') : written;
        if (!AMOUNT.matcher(amount).matches()) {
            throw money(
                    fields,
                    ColumnMeaning.AMOUNT,
                    "\"" + called + "\" is no decimal number like " + (habits.decimalComma() ? "4,99" : "4.99") + ": \""
                            + written + "\".");
        }
        if (amount.startsWith("-")) {
            throw money(
                    fields,
                    ColumnMeaning.AMOUNT,
                    "\"" + called + "\" is negative: " + written
                            + ". Send what is given back as a positive amount with revenue_type refund.");
        }
        try {
            BigDecimal exact = new BigDecimal(amount);
            long micros = Money.microsOf(exact);
            roundedAmounts += exact.compareTo(BigDecimal.valueOf(micros, MICROS_SCALE)) == 0 ? 0 : 1;
            return micros;
        } catch (ArithmeticException e) {
            throw money(fields, ColumnMeaning.AMOUNT, "\"" + called + "\" is too large: " + written + ".");
        }
    }

    private String currency(RowFields fields) throws RowFault {
        String written = fields.text(ColumnMeaning.CURRENCY);
        if (written.isEmpty() && habits.currency().isEmpty()) {
            throw money(
                    fields,
                    ColumnMeaning.CURRENCY,
                    "There is an \"amount\" but no \"" + fields.called(ColumnMeaning.CURRENCY) + "\".");
        }
        String code = (written.isEmpty() ? habits.currency().get() : written).toUpperCase(Locale.ROOT);
        try {
            Currency currency = Currency.getInstance(code);
            if (NO_CURRENCIES.contains(currency.getNumericCode())) {
                throw new IllegalArgumentException(code);
            }
            return currency.getCurrencyCode();
        } catch (IllegalArgumentException e) {
            throw money(
                    fields,
                    ColumnMeaning.CURRENCY,
                    "\"" + fields.called(ColumnMeaning.CURRENCY) + "\" is no ISO 4217 code of a currency: \"" + code
                            + "\".");
        }
    }
}
