package coldtide.core.log;

import coldtide.core.time.DayBoundaries;
import coldtide.core.time.DayRange;
import coldtide.core.time.ReportingCalendar;
import java.time.Instant;
import java.time.LocalDate;
import java.util.Arrays;
import java.util.BitSet;
import java.util.List;
import java.util.OptionalInt;
import java.util.stream.IntStream;

/**
 * An immutable snapshot of an app's events: shards of whole people over one run of civil days. The same log gives the
 * same answers for ever, on any number of threads.
 */
public final class EventLog {
    private final LogSettings settings;
    private final DayBoundaries days;
    private final Dictionary names;
    private final List<Release> releases;
    private final BitSet passive;
    private final List<Shard> shards;
    private final Instant watermark;
    private final Instant newest;
    private final LocalDate endOfFullDays;

    EventLog(EventLogBuilder from, DayBoundaries days, List<Shard> shards) {
        settings = from.settings;
        names = from.names.copy();
        releases = List.copyOf(from.releases);
        passive = from.passiveCodes();
        watermark = from.watermark();
        newest = from.newest();
        this.days = days;
        this.shards = List.copyOf(shards);
        endOfFullDays = lastFullDayEnd();
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

    /** How many civil days the log spans. */
    public int days() {
        return days.days();
    }

    public DayRange span() {
        return new DayRange(firstDay(), firstDay().plusDays(days()));
    }

    public List<String> eventNames() {
        return names.texts();
    }

    public OptionalInt nameCode(String eventName) {
        return names.codeOf(eventName);
    }

    public boolean isPassive(int nameCode) {
        return passive.get(nameCode);
    }

    /** Releases by the codes that shards carry. */
    public List<Release> releases() {
        return releases;
    }

    public long events() {
        return shards.stream().mapToLong(Shard::events).sum();
    }

    public long people() {
        return shards.stream().mapToLong(Shard::people).sum();
    }

    public long bytes() {
        return shards.stream().mapToLong(Shard::bytes).sum();
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

    /** Equal when every column of every shard is: the proof that a rebuilt log is the same log. */
    public boolean sameAs(EventLog other) {
        return firstDay().equals(other.firstDay())
                && days() == other.days()
                && watermark.equals(other.watermark)
                && names.texts().equals(other.names.texts())
                && releases.equals(other.releases)
                && shards.size() == other.shards.size()
                && IntStream.range(0, shards.size()).allMatch(i -> sameColumns(shards.get(i), other.shards.get(i)));
    }

    private static boolean sameColumns(Shard a, Shard b) {
        return Arrays.equals(a.eventFrom, b.eventFrom)
                && Arrays.equals(a.eventDay, b.eventDay)
                && Arrays.equals(a.eventMillisOfDay, b.eventMillisOfDay)
                && Arrays.equals(a.eventName, b.eventName)
                && Arrays.equals(a.activeDay, b.activeDay)
                && Arrays.equals(a.activeRelease, b.activeRelease)
                && Arrays.equals(a.sessionDay, b.sessionDay)
                && Arrays.equals(a.sessionMillis, b.sessionMillis)
                && Arrays.equals(a.installDay, b.installDay)
                && Arrays.equals(a.uninstallDay, b.uninstallDay)
                && Arrays.equals(a.moneyDay, b.moneyDay)
                && Arrays.equals(a.moneyType, b.moneyType)
                && Arrays.equals(a.moneyMicros, b.moneyMicros);
    }
}
