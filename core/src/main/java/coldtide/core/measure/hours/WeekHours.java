package coldtide.core.measure.hours;

import coldtide.core.filter.BitMasks;
import coldtide.core.filter.Conditions;
import coldtide.core.log.EventLog;
import coldtide.core.log.Shard;
import coldtide.core.scan.Analysis;
import coldtide.core.scan.ScanRunner;
import coldtide.core.time.ClockHours;
import java.time.LocalDate;
import java.util.Arrays;
import java.util.List;
import java.util.stream.IntStream;

/** Counts by weekday and hour. Where clocks change, an hour that is there twice is counted as one, one that is skipped has none. */
public final class WeekHours implements Analysis<WeekHours.Partial, WeekHoursAnswer> {
    private static final int HOURS = 24;
    private static final int CELLS = 7 * HOURS;
    /** No day has more hours than this. */
    private static final int LONGEST_DAY = 30;

    /** By cell; the last user counted in each. */
    static final class Partial {
        private final long[] events = new long[CELLS];
        private final long[] people = new long[CELLS];
        private final int[] counted = new int[CELLS];
        private int person;
    }

    private final Conditions.Mask what;
    private final Conditions.Mask among;
    private final int fromDay;
    private final int toDay;
    private final ClockHours hours;
    /** The cell of each hour of a day, day by day of the range. */
    private final int[] cellOfHour;

    private final Integer[] days = new Integer[7];

    private WeekHours(EventLog log, Conditions conditions, WeekHoursQuestion question) {
        what = conditions.of(log, question.what());
        among = conditions.of(log, question.among());
        fromDay = log.dayNumber(question.range().from());
        LocalDate end = question.range().to().isBefore(log.endOfFullDays())
                ? question.range().to()
                : log.endOfFullDays();
        toDay = Math.max(fromDay, log.dayNumber(end));
        hours = log.calendar().hours(log.span());
        cellOfHour = new int[(toDay - fromDay) * LONGEST_DAY];
        Arrays.fill(days, 0);
        for (int day = fromDay; day < toDay; day++) {
            LocalDate date = log.firstDay().plusDays(day);
            int weekday = date.getDayOfWeek().getValue() - 1;
            days[weekday]++;
            for (int hour = 0; hour < hours.hoursOf(day); hour++) {
                cellOfHour[(day - fromDay) * LONGEST_DAY + hour] = weekday * HOURS + hours.shownHour(day, hour);
            }
        }
    }

    public static WeekHoursAnswer answer(
            EventLog log, ScanRunner runner, Conditions conditions, WeekHoursQuestion question) {
        return runner.run(log, new WeekHours(log, conditions, question));
    }

    @Override
    public Partial empty() {
        return new Partial();
    }

    @Override
    public void scan(Shard shard, Partial partial) {
        long[] rows = what.bits(shard);
        long[] people = among.bits(shard);
        for (int person = shard.person(0, people); person < shard.people(); person = shard.person(person + 1, people)) {
            partial.person++;
            int to = shard.firstRow(person, toDay);
            for (int row = BitMasks.next(rows, shard.firstRow(person, fromDay), to);
                    row < to;
                    row = BitMasks.next(rows, row + 1, to)) {
                int day = shard.eventDay[row];
                int cell = cellOfHour[(day - fromDay) * LONGEST_DAY + hours.hourOf(day, shard.eventMillisOfDay[row])];
                partial.events[cell]++;
                if (partial.counted[cell] != partial.person) {
                    partial.counted[cell] = partial.person;
                    partial.people[cell]++;
                }
            }
        }
    }

    @Override
    public void merge(Partial into, Partial from) {
        for (int cell = 0; cell < CELLS; cell++) {
            into.events[cell] += from.events[cell];
            into.people[cell] += from.people[cell];
        }
    }

    @Override
    public WeekHoursAnswer finish(Partial partial) {
        return new WeekHoursAnswer(byWeekday(partial.events), byWeekday(partial.people), List.of(days));
    }

    private static List<List<Long>> byWeekday(long[] cells) {
        return IntStream.range(0, 7)
                .mapToObj(day -> Arrays.stream(cells, day * HOURS, (day + 1) * HOURS)
                        .boxed()
                        .toList())
                .toList();
    }
}
