package coldtide.core.measure;

import coldtide.core.log.Contexts;
import coldtide.core.log.EventLog;
import coldtide.core.log.Shard;
import coldtide.core.measure.SeriesAnswer.Group;
import coldtide.core.measure.SeriesAnswer.Kind;
import coldtide.core.measure.SeriesAnswer.SeriesCounts;
import coldtide.core.measure.SeriesAnswer.SeriesPeriod;
import coldtide.core.scan.Analysis;
import coldtide.core.scan.ScanRunner;
import coldtide.core.time.DayRange;
import coldtide.core.who.Bits;
import coldtide.core.who.Conditions;
import coldtide.core.who.ValueTest;
import it.unimi.dsi.fastutil.doubles.Double2IntOpenHashMap;
import it.unimi.dsi.fastutil.doubles.DoubleOpenHashSet;
import it.unimi.dsi.fastutil.ints.IntOpenHashSet;
import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;

/**
 * SeriesCounts of events and people by period and by value of a property. Without a split one pass over the rows of the events asked
 * about; with one, {@link TopValues} finds its values first.
 */
public final class Series implements Analysis<Series.Partial, SeriesAnswer> {
    private static final int OUTSIDE = -1;

    /** By group, the last being all together, then by period; people of the whole range stand after the periods. */
    static final class Partial {
        final long[] events;
        final long[] people;
        final long[] active;
        /** The last person counted in each cell. */
        private final int[] counted;

        private int person;

        Partial(int groups, int cells) {
            events = new long[groups * cells];
            people = new long[groups * cells];
            active = new long[cells];
            counted = new int[groups * cells];
        }
    }

    private final EventLog log;
    private final SeriesQuestion question;
    private final Conditions.Mask what;
    private final Conditions.Mask among;
    private final List<DayRange> periods;
    private final int fromDay;
    private final int toDay;
    private final int[] periodOfDay;
    /** The values told apart. */
    private final List<String> values;

    private final int[] groupOfText;
    private final Double2IntOpenHashMap groupOfNumber = new Double2IntOpenHashMap();
    private final int all;
    private final int cells;
    /** Whether whole runs have one value: there is no split, or its property comes with contexts alone. */
    private final boolean isOfRuns;

    private final int[] codes;

    private Series(EventLog log, Conditions conditions, SeriesQuestion question, List<String> values) {
        this.log = log;
        this.question = question;
        this.values = values;
        what = conditions.of(log, question.what());
        among = conditions.of(log, question.among());
        periods = question.range().periods(question.grain());
        cells = periods.size() + 1;
        fromDay = day(question.range().from());
        toDay = day(question.range().to());
        periodOfDay = new int[log.days()];
        Arrays.fill(periodOfDay, OUTSIDE);
        for (int p = 0; p < periods.size(); p++) {
            int from = Math.max(fromDay, day(periods.get(p).from()));
            Arrays.fill(
                    periodOfDay,
                    from,
                    Math.max(from, Math.min(toDay, day(periods.get(p).to()))),
                    p);
        }
        all = question.split().isPresent() ? values.size() + 2 : 0;
        groupOfText = new int[question.split().isPresent() ? log.texts().size() : 0];
        Arrays.fill(groupOfText, values.size());
        groupOfNumber.defaultReturnValue(values.size());
        Optional<String> property = question.split().map(SeriesQuestion.Split::property);
        codes = property.flatMap(log.contexts()::codes).orElse(null);
        isOfRuns = property.isEmpty()
                || codes != null
                        && log.textColumn(property.get()).isEmpty()
                        && log.numberColumn(property.get()).isEmpty();
        for (int group = 0; group < values.size(); group++) {
            int of = group;
            log.texts().codeOf(values.get(group)).ifPresent(code -> groupOfText[code] = of);
            ValueTest.number(values.get(group)).ifPresent(number -> groupOfNumber.put(number + 0.0, of));
        }
    }

    /**
     * Answers a question.
     *
     * @throws IllegalArgumentException if a condition is nested too deep or has too many parts
     */
    public static SeriesAnswer answer(EventLog log, ScanRunner runner, Conditions conditions, SeriesQuestion question) {
        List<String> values = question.split().isEmpty()
                ? List.of()
                : TopValues.of(
                                log,
                                runner,
                                new Series(log, conditions, question, List.of())::valuesOfPeople,
                                question.split().get().top())
                        .top()
                        .stream()
                        .map(TopValues.Value::text)
                        .toList();
        return runner.run(log, new Series(log, conditions, question, values));
    }

    /** The number of a day in the log; of days outside, that of the nearest one, or the one after the last. */
    private int day(LocalDate date) {
        return (int) Math.max(0, Math.min(log.days(), ChronoUnit.DAYS.between(log.firstDay(), date)));
    }

    private static LocalDate earlier(LocalDate a, LocalDate b) {
        return a.isBefore(b) ? a : b;
    }

    @Override
    public Partial empty() {
        return new Partial(all + 1, cells);
    }

    @Override
    public void scan(Shard shard, Partial partial) {
        long[] rows = what.bits(shard);
        long[] people = among.bits(shard);
        RowValues row = isOfRuns ? null : values(shard);
        for (int person = shard.person(0); person < shard.people(); person = shard.person(person + 1)) {
            if (Bits.has(people, person)) {
                partial.person++;
                active(shard, person, partial);
                int from = shard.firstRow(person, fromDay);
                int to = shard.firstRow(person, toDay);
                if (row == null) {
                    eachRun(shard, person, from, to, (run, first, end) -> run(shard, rows, run, first, end, partial));
                } else {
                    rows(shard, rows, row, from, to, partial);
                }
            }
        }
    }

    private RowValues values(Shard shard) {
        return new RowValues(log, shard, question.split().orElseThrow().property());
    }

    /** Row by row, where each may have a value of its own. */
    private void rows(Shard shard, long[] rows, RowValues row, int from, int to, Partial partial) {
        for (int at = Bits.next(rows, from, to); at < to; at = Bits.next(rows, at + 1, to)) {
            int period = periodOfDay[shard.eventDay[at]];
            count(all, period, 1, partial);
            count(
                    row.at(at)
                            ? row.isText() ? groupOfText[(int) row.value()] : groupOf(row.value())
                            : values.size() + 1,
                    period,
                    1,
                    partial);
        }
    }

    private int groupOf(double number) {
        return groupOfNumber.get(number + 0.0);
    }

    private interface EachRun {
        void run(int run, int from, int to);
    }

    /** The parts of a person's runs that lie within some rows. */
    private static void eachRun(Shard shard, int person, int from, int to, EachRun each) {
        int lastRun = shard.runFrom[person + 1] - 1;
        for (int run = shard.runFrom[person]; run <= lastRun; run++) {
            int end = run < lastRun ? shard.runRow[run + 1] : shard.eventFrom[person + 1];
            int first = Math.max(from, shard.runRow[run]);
            if (first < Math.min(to, end)) {
                each.run(run, first, Math.min(to, end));
            }
        }
    }

    /** All rows of a run have the same value: those of one period are counted at once. */
    private void run(Shard shard, long[] rows, int run, int from, int to, Partial partial) {
        int group = all;
        if (question.split().isPresent()) {
            int code = codes[shard.runContext[run]];
            group = code == Contexts.NONE ? values.size() + 1 : groupOfText[code];
        }
        int at = from;
        while (at < to) {
            int period = periodOfDay[shard.eventDay[at]];
            int end = at + 1;
            while (end < to && periodOfDay[shard.eventDay[end]] == period) {
                end++;
            }
            int events = Bits.count(rows, at, end);
            if (events > 0) {
                count(all, period, events, partial);
                if (group != all) {
                    count(group, period, events, partial);
                }
            }
            at = end;
        }
    }

    private void active(Shard shard, int person, Partial partial) {
        int last = OUTSIDE;
        for (int i = shard.activeFrom[person]; i < shard.activeFrom[person + 1]; i++) {
            int period = periodOfDay[shard.activeDay[i]];
            if (period != OUTSIDE && period != last) {
                partial.active[period]++;
                partial.active[cells - 1] += last == OUTSIDE ? 1 : 0;
                last = period;
            }
        }
    }

    private void count(int group, int period, int events, Partial partial) {
        int first = group * cells;
        partial.events[first + period] += events;
        person(first + period, partial);
        person(first + cells - 1, partial);
    }

    private static void person(int cell, Partial partial) {
        if (partial.counted[cell] != partial.person) {
            partial.counted[cell] = partial.person;
            partial.people[cell]++;
        }
    }

    /** Every value that each person had in what they did in the range. */
    private void valuesOfPeople(Shard shard, TopValues.Into into) {
        long[] rows = what.bits(shard);
        long[] people = among.bits(shard);
        RowValues row = isOfRuns ? null : values(shard);
        IntOpenHashSet texts = new IntOpenHashSet();
        DoubleOpenHashSet numbers = new DoubleOpenHashSet();
        for (int person = shard.person(0); person < shard.people(); person = shard.person(person + 1)) {
            if (!Bits.has(people, person)) {
                continue;
            }
            int from = shard.firstRow(person, fromDay);
            int to = shard.firstRow(person, toDay);
            if (row == null) {
                eachRun(shard, person, from, to, (run, first, end) -> {
                    int code = codes[shard.runContext[run]];
                    if (code != Contexts.NONE && Bits.next(rows, first, end) < end) {
                        texts.add(code);
                    }
                });
            } else {
                valuesOfRows(rows, row, from, to, texts, numbers);
            }
            texts.forEach(into::text);
            numbers.forEach(into::number);
            texts.clear();
            numbers.clear();
        }
    }

    private static void valuesOfRows(
            long[] rows, RowValues row, int from, int to, IntOpenHashSet texts, DoubleOpenHashSet numbers) {
        for (int at = Bits.next(rows, from, to); at < to; at = Bits.next(rows, at + 1, to)) {
            if (row.at(at)) {
                if (row.isText()) {
                    texts.add((int) row.value());
                } else {
                    numbers.add(row.value() + 0.0); // of the two zeros one
                }
            }
        }
    }

    @Override
    public void merge(Partial into, Partial from) {
        add(into.events, from.events);
        add(into.people, from.people);
        add(into.active, from.active);
    }

    private static void add(long[] into, long[] from) {
        for (int i = 0; i < into.length; i++) {
            into[i] += from[i];
        }
    }

    @Override
    public SeriesAnswer finish(Partial partial) {
        List<Group> groups = new ArrayList<>();
        for (int group = 0; group < all; group++) {
            Kind kind = group < values.size() ? Kind.VALUE : group == values.size() ? Kind.OTHER : Kind.NOT_SET;
            SeriesCounts counts = counts(partial, group);
            if (kind == Kind.VALUE || counts.rangeEvents() > 0) {
                groups.add(new Group(
                        kind, kind == Kind.VALUE ? Optional.of(values.get(group)) : Optional.empty(), counts));
            }
        }
        return new SeriesAnswer(
                periods.stream().map(this::period).toList(),
                counts(partial, all),
                groups,
                Arrays.stream(partial.active, 0, cells - 1).boxed().toList(),
                partial.active[cells - 1]);
    }

    private SeriesPeriod period(DayRange days) {
        return new SeriesPeriod(
                days,
                question.range().contains(days),
                log.completeBefore(earlier(days.to(), question.range().to())));
    }

    private SeriesCounts counts(Partial partial, int group) {
        int from = group * cells;
        int to = from + cells - 1;
        return new SeriesCounts(
                Arrays.stream(partial.events, from, to).boxed().toList(),
                Arrays.stream(partial.people, from, to).boxed().toList(),
                Arrays.stream(partial.events, from, to).sum(),
                partial.people[to]);
    }
}
