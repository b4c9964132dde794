package coldtide.core.log;

import coldtide.core.log.column.Dictionary;
import coldtide.core.log.column.PropertyColumn;
import coldtide.core.log.rule.Contexts;
import coldtide.core.log.rule.LogSettings;
import coldtide.core.log.rule.Release;
import coldtide.core.log.rule.RevenueType;
import coldtide.core.time.DayBoundaries;
import coldtide.core.time.DayRange;
import coldtide.core.time.ReportingCalendar;
import java.time.Instant;
import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.Arrays;
import java.util.BitSet;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.stream.Stream;

/**
 * An immutable snapshot of an app's events: shards of whole users over one run of civil days. The same log gives the
 * same answers for ever, on any number of threads.
 */
public final class EventLog {
    /** Before the name of a property, for its column of numbers and its column of texts. */
    static final char NUMBERS = '#';

    static final char TEXTS = '"';

    private final LogSettings settings;
    private final DayBoundaries days;
    private final List<String> names;
    private final Map<String, Integer> nameCodes = new HashMap<>();
    private final Dictionary texts;
    private final List<String> columns;
    private final Map<String, Integer> columnCodes = new HashMap<>();
    private final Dictionary currencies;
    private final Contexts.View contexts;
    private final BitSet passive = new BitSet();
    private final List<Shard> shards;
    private final Instant watermark;
    private final Instant newest;
    private final LocalDate endOfFullDays;
    private final long events;
    private final long people;
    /** Texts of money's properties: codes by kind of revenue and by currency. */
    private final int[] typeTexts;

    private final int[] currencyTexts;

    EventLog(
            LogSettings settings,
            DayBoundaries days,
            List<String> names,
            Dictionary texts,
            List<String> columns,
            Dictionary currencies,
            Contexts.View contexts,
            List<Shard> shards,
            Bounds bounds) {
        this.settings = settings;
        this.days = days;
        this.names = names;
        this.texts = texts;
        this.columns = columns;
        for (int code = 0; code < columns.size(); code++) {
            columnCodes.put(columns.get(code), code);
        }
        this.currencies = currencies;
        this.contexts = contexts;
        this.shards = shards;
        for (int code = 0; code < names.size(); code++) {
            nameCodes.put(names.get(code), code);
            passive.set(code, settings.passiveEvents().contains(names.get(code)));
        }
        typeTexts = Arrays.stream(RevenueType.values())
                .mapToInt(type -> texts.add(type.word()))
                .toArray();
        currencyTexts = currencies.texts().stream().mapToInt(texts::add).toArray();
        watermark = Instant.ofEpochMilli(bounds.watermarkMillis());
        newest = Instant.ofEpochMilli(bounds.newestMillis());
        endOfFullDays = lastFullDayEnd();
        events = shards.stream().mapToLong(Shard::liveEvents).sum();
        people = shards.stream().mapToLong(Shard::livePeople).sum();
    }

    public LogSettings settings() {
        return settings;
    }

    public ReportingCalendar calendar() {
        return settings.calendar();
    }

    public List<Shard> shards() {
        return shards;
    }

    /** Day number 0. */
    public LocalDate firstDay() {
        return days.first();
    }

    /** Milliseconds since 1970 UTC at which an event of a shard happened. */
    public long millisAt(Shard shard, int row) {
        return days.startMillis(shard.eventDay[row]) + shard.eventMillisOfDay[row];
    }

    /** The number of a day; of days outside the log that of the first, or the one after the last. */
    public int dayNumber(LocalDate day) {
        return (int) Math.max(0, Math.min(days(), ChronoUnit.DAYS.between(firstDay(), day)));
    }

    /** How many civil days the log spans. */
    public int days() {
        return days.days();
    }

    public DayRange span() {
        return new DayRange(firstDay(), firstDay().plusDays(days()));
    }

    /** Names of events by their codes. */
    public List<String> eventNames() {
        return names;
    }

    public OptionalInt nameCode(String eventName) {
        Integer code = nameCodes.get(eventName);
        return code == null ? OptionalInt.empty() : OptionalInt.of(code);
    }

    public boolean isPassive(int nameCode) {
        return passive.get(nameCode);
    }

    /** Releases by the codes that shards carry. */
    public List<Release> releases() {
        return contexts.releases();
    }

    /** Properties that stay the same from event to event of an install, by the codes that shards carry. */
    public Contexts.View contexts() {
        return contexts;
    }

    /** Whether some single event has a property as a number. */
    public boolean hasNumbers(String property) {
        return columnCodes.containsKey(NUMBERS + property) || isOfMoney(property, false);
    }

    /** Whether some single event has a property as a text. */
    public boolean hasTexts(String property) {
        return columnCodes.containsKey(TEXTS + property) || isOfMoney(property, true);
    }

    /** The numbers that single events of a shard have of a property; empty if none has one. */
    public Optional<PropertyColumn> numbers(Shard shard, String property) {
        return column(shard, NUMBERS, property);
    }

    /** The codes of texts that single events of a shard have of a property; empty if none has one. */
    public Optional<PropertyColumn> texts(Shard shard, String property) {
        return column(shard, TEXTS, property);
    }

    private Optional<PropertyColumn> column(Shard shard, char kind, String property) {
        Integer code = columnCodes.get(kind + property);
        if (code != null) {
            return shard.property(code);
        }
        return isOfMoney(property, kind == TEXTS)
                ? MoneyProperty.of(property).map(money -> shard.money(money, typeTexts, currencyTexts))
                : Optional.empty();
    }

    /** What an app sends under the name of one of money's properties is its own. */
    private boolean isOfMoney(String property, boolean isText) {
        return currencyTexts.length > 0
                && MoneyProperty.of(property)
                        .filter(money -> money.isText() == isText)
                        .isPresent();
    }

    /** Names of all properties that some event or context has, in the order of the alphabet. */
    public List<String> properties() {
        return Stream.of(
                        contexts.properties().stream(),
                        columns.stream().map(column -> column.substring(1)),
                        currencyTexts.length > 0 ? MoneyProperty.names() : Stream.<String>empty())
                .flatMap(names -> names)
                .distinct()
                .sorted()
                .toList();
    }

    /** Whether some event or context has a property. */
    public boolean hasProperty(String property) {
        return contexts.codes(property).isPresent() || hasTexts(property) || hasNumbers(property);
    }

    /** Whether a property stays the same from event to event of an install and no single event has one. */
    public boolean isOfContexts(String property) {
        return contexts.codes(property).isPresent() && !hasTexts(property) && !hasNumbers(property);
    }

    /** Texts by their codes. */
    public Dictionary texts() {
        return texts;
    }

    List<String> columns() {
        return columns;
    }

    /** Currencies by the codes that shards carry. */
    public List<String> currencyNames() {
        return currencies.texts();
    }

    Dictionary currencies() {
        return currencies;
    }

    DayBoundaries dayBoundaries() {
        return days;
    }

    public long events() {
        return events;
    }

    public long people() {
        return people;
    }

    /** Bytes held, by what they are for; dictionaries of texts left out. */
    public Map<String, Long> bytes() {
        Map<String, Long> bytes = new LinkedHashMap<>();
        for (Shard shard : shards) {
            shard.bytes().forEach((what, each) -> bytes.merge(what, each, Long::sum));
        }
        bytes.put("sets of context", contexts.bytes());
        return bytes;
    }

    /** The received time of the newest arrival. */
    public Instant watermark() {
        return watermark;
    }

    /**
     * The instant up to which time has fully passed in the data: the watermark, but never beyond the end of the civil
     * day of the newest event. A file of last year's events imported today is complete to the end of its own last day,
     * not to today.
     */
    public Instant dataTo() {
        Instant dayEnd = calendar().startOf(calendar().dayOf(newest).plusDays(1));
        return watermark.isBefore(dayEnd) ? watermark : dayEnd;
    }

    /** Whether every moment before {@code day} has passed in the data. */
    public boolean completeBefore(LocalDate day) {
        return !day.isAfter(endOfFullDays);
    }

    /** Whether some of {@code day} has passed in the data. */
    public boolean hasBegun(LocalDate day) {
        return calendar().startOf(day).isBefore(dataTo());
    }

    /** The day after the last one that has fully passed; the first day of the log if none has. */
    public LocalDate endOfFullDays() {
        return endOfFullDays;
    }

    private LocalDate lastFullDayEnd() {
        LocalDate end = span().to();
        while (end.isAfter(firstDay()) && calendar().startOf(end).isAfter(dataTo())) {
            end = end.minusDays(1);
        }
        return end;
    }

    /** Whether it holds the same users with the same events, sessions, days and money: the proof that a rebuilt log is one. */
    public boolean sameAs(EventLog other) {
        return firstDay().equals(other.firstDay())
                && days() == other.days()
                && watermark.equals(other.watermark)
                && newest.equals(other.newest)
                && new LogPeople(this).all().equals(new LogPeople(other).all());
    }
}
