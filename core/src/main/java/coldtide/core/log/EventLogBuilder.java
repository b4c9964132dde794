package coldtide.core.log;

import static java.util.Objects.requireNonNull;

import coldtide.core.log.column.BlockReader;
import coldtide.core.log.column.BlockWriter;
import coldtide.core.log.column.BoundedTexts;
import coldtide.core.log.column.Dictionary;
import coldtide.core.log.column.LogLimits;
import coldtide.core.log.rule.ContextDerivation;
import coldtide.core.log.rule.Contexts;
import coldtide.core.log.rule.LogRules;
import coldtide.core.log.rule.LogSettings;
import coldtide.core.time.DayBoundaries;
import coldtide.core.time.DayRange;
import coldtide.core.time.ReportingCalendar;
import it.unimi.dsi.fastutil.longs.LongSet;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.IntUnaryOperator;

/**
 * Gathers events in any order and builds logs from them, one after another. Events added since the last log are joined to their users, and
 * only these users are rebuilt. A log that was built never changes. One thread adds and builds; building uses all cores.
 *
 * <p>Adding costs amortised constant time and about 40 bytes an event until the next log is built. Building costs in
 * proportion to what was added and to the whole past of the users concerned.
 */
public final class EventLogBuilder {
    /** In place of a column's code: values of this property are left out of the log. */
    public static final int NO_ROOM = -1;

    private final Dictionary names = new Dictionary();
    private final Dictionary texts = new Dictionary();
    private final Dictionary columns = new Dictionary();
    private final Dictionary currencies = new Dictionary();
    private final BoundedTexts values;
    private final Contexts contexts;
    private final People people;
    private LogSettings settings;
    /** Null while nothing was built, or what was opened was built by settings that are not there any more. */
    private LogSettings builtBy;

    private DayBoundaries days;
    private RawColumns pending = new RawColumns();
    /** Lowest and highest time of all events that were added. */
    private Bounds bounds = Bounds.NONE;

    private Bounds built = Bounds.NONE;

    public EventLogBuilder(LogSettings settings) {
        this(settings, 48 * 1024);
    }

    /** @param shardEvents events a shard holds at least, users being whole; at least 1 */
    public EventLogBuilder(LogSettings settings, int shardEvents) {
        this(settings, shardEvents, LogLimits.Values.USUAL);
    }

    public EventLogBuilder(LogSettings settings, int shardEvents, LogLimits.Values limits) {
        if (shardEvents < 1) {
            throw new IllegalArgumentException("A shard must hold at least 1 event, not " + shardEvents + ".");
        }
        this.settings = requireNonNull(settings, "settings");
        people = new People(shardEvents, limits.eventsTogether());
        values = new BoundedTexts(texts, limits);
        contexts = new Contexts(texts, values);
    }

    /** What the next log is built by; rates or a session gap may have changed since the last. */
    public void settings(LogSettings changed) {
        settings = requireNonNull(changed, "settings");
    }

    /** What the contexts of the next log have beside what was sent; logs built before keep theirs. */
    public void derive(ContextDerivation derivation) {
        contexts.derive(derivation);
    }

    /** Whether what was built, or opened, was built by the settings there are now; if not, the next log is built anew. */
    public boolean isBuiltByItsSettings() {
        return settings.equals(builtBy);
    }

    /** The code of an event name, given now if it is new; that of {@link LogLimits#OTHER} if there are too many. */
    public int nameCode(String name) {
        return names.size() < LogLimits.MOST_NAMES
                ? names.add(name)
                : names.codeOf(name).orElseGet(() -> names.add(LogLimits.OTHER));
    }

    /** The code of one more set of properties that stay the same from event to event of an install. */
    public int addContext(Map<String, String> properties) {
        return contexts.add(properties);
    }

    /** The code of the column of a property's numbers, given now if it is new; {@link #NO_ROOM} if there are too many. */
    public int numberColumn(String property) {
        return column(EventLog.NUMBERS + property);
    }

    /** The code of the column of a property's texts, given now if it is new; {@link #NO_ROOM} if there are too many. */
    public int textColumn(String property) {
        return column(EventLog.TEXTS + property);
    }

    private int column(String name) {
        return columns.size() < LogLimits.MOST_COLUMNS
                ? columns.add(name)
                : columns.codeOf(name).orElse(NO_ROOM);
    }

    /**
     * The code of a value of a text property, given now if it is new; that of {@link LogLimits#OTHER} if there are too many.
     *
     * @param column of the property, from {@link #textColumn}
     */
    public int textCode(int column, String text) {
        return column == NO_ROOM ? NO_ROOM : values.code(columns.text(column), text);
    }

    /** Makes room for about as many events, which saves growing; adding more or fewer is no fault. */
    public void expect(long events) {
        pending.expect((int) Math.min(Math.max(0, events), Integer.MAX_VALUE - 8));
    }

    /** Copies {@code event}, which may then be reused. */
    public void add(RawEvent event) {
        bounds = bounds.with(event);
        pending.add(event);
    }

    /**
     * Adds all events of a log that another builder built, a piece at a time, so that little memory is needed beside the two logs.
     * Names, properties and texts that no event of the log uses are left out. Costs about as much as building the log did.
     *
     * @param contextCode the code here, from {@link #addContext}, for each code of a set of context there
     */
    public void addAll(EventLog log, IntUnaryOperator contextCode) {
        new LogCopy(log, this, contextCode, LogCopy.PIECE).run();
    }

    /** How many events were added since the last log was built. */
    public int added() {
        return pending.size();
    }

    /** Takes out all events of the user of an account. */
    public void eraseAccount(long account) {
        erase(account);
    }

    /** Takes out all events of the user of an install that never named an account. */
    public void eraseInstall(long install) {
        erase(~install);
    }

    /**
     * Installs whose group of users has more events than {@link LogLimits#MOST_EVENTS_TOGETHER}, as found when logs were built. With each
     * further event the whole group would be rebuilt, so none should be added.
     */
    public LongSet oversizedInstalls() {
        return people.oversizedGroups().installs();
    }

    /** Accounts of the same users as {@link #oversizedInstalls}. */
    public LongSet oversizedAccounts() {
        return people.oversizedGroups().accounts();
    }

    private void erase(long owner) {
        takeIn();
        if (days != null) {
            people.erase(owner, rules());
            bounds = people.bounds(days);
            built = bounds;
            reachOver(bounds);
        }
    }

    /** The log of everything added; empty if nothing was, since a log without days has no answers. */
    public Optional<EventLog> build() {
        takeIn();
        if (days != null) {
            people.tidy(rules());
        }
        return people.isEmpty()
                ? Optional.empty()
                : Optional.of(new EventLog(
                        settings,
                        days,
                        names.texts(),
                        texts,
                        columns.texts(),
                        currencies,
                        contexts.view(),
                        people.shards(),
                        bounds));
    }

    /** Everything built so far, to be kept and opened again; empty while there is nothing. What was added since is not in it. */
    public Optional<LogSnapshot> seal() {
        if (days == null || builtBy == null) {
            return Optional.empty();
        }
        BlockWriter head = new BlockWriter();
        head.text(builtBy.calendar().zone().getId());
        head.text(builtBy.fingerprint());
        for (long bound : new long[] {built.oldestMillis(), built.newestMillis(), built.watermarkMillis()}) {
            head.number(bound);
        }
        for (Dictionary dictionary : List.of(names, texts, columns, currencies)) {
            dictionary.write(head);
        }
        contexts.write(head);
        return Optional.of(new LogSnapshot(head.bytes(), people.numbered(), days.first()));
    }

    /**
     * Goes on from what was sealed, instead of adding the events it is made of. Blocks follow by {@link #restore}.
     *
     * @param head of the sealed log
     * @throws IllegalStateException if anything was added before
     * @throws IllegalArgumentException if the bytes are not whole
     */
    public void open(byte[] head) {
        if (days != null || pending.size() > 0) {
            throw new IllegalStateException("A sealed log can be opened only where nothing was added.");
        }
        BlockReader in = new BlockReader(head);
        ReportingCalendar calendar = new ReportingCalendar(ZoneId.of(in.text()));
        // Other settings than those it was built by make the next log be built anew.
        builtBy = in.text().equals(settings.fingerprint()) ? settings : null;
        bounds = new Bounds(in.number(), in.number(), in.number());
        built = bounds;
        for (Dictionary dictionary : List.of(names, texts, columns, currencies)) {
            dictionary.read(in);
        }
        contexts.read(in);
        days = boundaries(calendar, bounds);
    }

    /** Puts one block of a sealed log back; several threads may put several. */
    public void restore(int block, byte[] shardColumns, byte[] gone) {
        Shard shard = LogSnapshot.read(shardColumns, gone, days.first());
        synchronized (people) {
            people.restore(block, shard);
        }
    }

    private void takeIn() {
        if (days != null && !isBuiltByItsSettings()) {
            DayBoundaries before = days;
            days = boundaries(settings.calendar(), bounds);
            people.rewriteAll(before, rules());
        }
        builtBy = settings;
        built = bounds;
        if (pending.size() > 0) {
            reachOver(bounds);
            people.join(pending, rules());
            pending = new RawColumns();
        }
    }

    /** Numbers the days anew where the span has grown or shrunk. */
    private void reachOver(Bounds span) {
        if (span.isEmpty()) {
            days = null;
            return;
        }
        DayBoundaries reached = boundaries(settings.calendar(), span);
        people.earlier(
                days == null
                        ? 0
                        : (int) (days.first().toEpochDay() - reached.first().toEpochDay()));
        days = reached;
    }

    private static DayBoundaries boundaries(ReportingCalendar calendar, Bounds span) {
        LocalDate first = calendar.dayOf(Instant.ofEpochMilli(span.oldestMillis()));
        LocalDate last = calendar.dayOf(Instant.ofEpochMilli(span.newestMillis()));
        return calendar.boundaries(new DayRange(first, last.plusDays(1)));
    }

    private LogRules rules() {
        return new LogRules(settings, days, contexts.view(), currencies, names.texts());
    }
}
