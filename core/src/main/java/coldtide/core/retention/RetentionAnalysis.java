package coldtide.core.retention;

import coldtide.core.log.EventLog;
import coldtide.core.log.Shard;
import coldtide.core.retention.RetentionAnswer.Cohort;
import coldtide.core.retention.RetentionAnswer.Pooled;
import coldtide.core.scan.Analysis;
import coldtide.core.stats.Share;
import coldtide.core.time.DayRange;
import coldtide.core.who.Bits;
import coldtide.core.who.Conditions;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.function.Predicate;
import java.util.stream.IntStream;

/**
 * The triangle in one pass. A person's ages of return are bits of one long, so a person who comes back many times within
 * an age is counted once without any set. Coming back by any activity reads only the list of active days; coming back by
 * certain events reads which rows they are.
 */
public final class RetentionAnalysis implements Analysis<RetentionAnalysis.Partial, RetentionAnswer> {
    /** Cohort sizes, and returned people by cohort and age. */
    static final class Partial {
        final long[] size;
        final long[][] returned;

        Partial(int cohorts, int ages) {
            size = new long[cohorts];
            returned = new long[cohorts][ages];
        }
    }

    private final EventLog log;
    private final RetentionQuestion question;
    private final List<DayRange> periods;
    private final int[] periodOfDay;
    private final boolean[] inRange;
    private final Optional<Conditions.Mask> cameBack;
    private final Conditions.Mask among;

    public RetentionAnalysis(EventLog log, Conditions conditions, RetentionQuestion question) {
        this.log = log;
        this.question = question;
        periods = question.range().periods(question.grain());
        cameBack = question.cameBack().map(events -> conditions.of(log, events));
        among = conditions.of(log, question.among());
        periodOfDay = new int[log.days()];
        inRange = new boolean[log.days()];
        number(log);
    }

    /** Numbers the calendar periods of the log's days, 0 for the first period of the range. */
    private void number(EventLog log) {
        LocalDate first = periods.get(0).from();
        LocalDate start = question.grain().startOf(log.firstDay());
        int period = 0;
        for (LocalDate at = start; at.isAfter(first); at = question.grain().shift(at, -1)) {
            period++;
        }
        for (LocalDate at = start; at.isBefore(first); at = question.grain().shift(at, 1)) {
            period--;
        }
        LocalDate next = question.grain().shift(start, 1);
        for (int day = 0; day < log.days(); day++) {
            LocalDate date = log.firstDay().plusDays(day);
            if (date.equals(next)) {
                period++;
                next = question.grain().shift(next, 1);
            }
            periodOfDay[day] = period;
            inRange[day] = question.range().contains(date);
        }
    }

    @Override
    public Partial empty() {
        return new Partial(periods.size(), question.ages() + 1);
    }

    @Override
    public void scan(Shard shard, Partial partial) {
        long[] asked = among.bits(shard);
        Optional<long[]> rows = cameBack.map(mask -> mask.bits(shard));
        for (int person = shard.person(0, asked); person < shard.people(); person = shard.person(person + 1, asked)) {
            int firstDay = shard.firstDay[person];
            if (!inRange[firstDay]) {
                continue;
            }
            int cohort = periodOfDay[firstDay];
            partial.size[cohort]++;
            long ages = rows.isPresent()
                    ? agesByEvents(shard, person, cohort, rows.get())
                    : agesByActivity(shard, person, cohort);
            long[] returned = partial.returned[cohort];
            while (ages != 0) {
                returned[Long.numberOfTrailingZeros(ages)]++;
                ages &= ages - 1;
            }
        }
    }

    private long agesByActivity(Shard shard, int person, int cohort) {
        long ages = 0;
        for (int i = shard.activeFrom[person]; i < shard.activeFrom[person + 1]; i++) {
            int age = periodOfDay[shard.activeDay[i]] - cohort;
            if (age > question.ages()) {
                break;
            }
            ages |= 1L << age;
        }
        return ages;
    }

    /** From the second event on: the first is the arrival itself, and only what follows it is a return. */
    private long agesByEvents(Shard shard, int person, int cohort, long[] rows) {
        long ages = 0;
        int end = shard.eventFrom[person + 1];
        for (int i = Bits.next(rows, shard.eventFrom[person] + 1, end); i < end; i = Bits.next(rows, i + 1, end)) {
            int age = periodOfDay[shard.eventDay[i]] - cohort;
            if (age > question.ages()) {
                break;
            }
            ages |= 1L << age;
        }
        return ages;
    }

    @Override
    public void merge(Partial into, Partial from) {
        for (int cohort = 0; cohort < into.size.length; cohort++) {
            into.size[cohort] += from.size[cohort];
            for (int age = 0; age < into.returned[cohort].length; age++) {
                into.returned[cohort][age] += from.returned[cohort][age];
            }
        }
    }

    @Override
    public RetentionAnswer finish(Partial partial) {
        int complete = periodsUntil(start -> !log.completeBefore(start));
        int begun = periodsUntil(start -> !log.hasBegun(start));
        List<Cohort> cohorts = new ArrayList<>();
        for (int c = 0; c < periods.size(); c++) {
            DayRange period = periods.get(c);
            cohorts.add(new Cohort(
                    period,
                    clipped(period),
                    partial.size[c],
                    Arrays.stream(partial.returned[c]).boxed().toList(),
                    ages(complete - 1 - c),
                    ages(begun - c)));
        }
        List<Pooled> pooled = IntStream.rangeClosed(0, question.ages())
                .mapToObj(age -> pooled(cohorts, age))
                .toList();
        return new RetentionAnswer(cohorts, pooled);
    }

    private DayRange clipped(DayRange period) {
        LocalDate from = period.from().isBefore(question.range().from())
                ? question.range().from()
                : period.from();
        LocalDate to =
                period.to().isAfter(question.range().to()) ? question.range().to() : period.to();
        return new DayRange(from, to);
    }

    /** How many periods, from the first of the range on, have a start before the first start that passes a test. */
    private int periodsUntil(Predicate<LocalDate> test) {
        int most = periods.size() + question.ages() + 1;
        int count = 0;
        LocalDate start = periods.get(0).from();
        while (count < most && !test.test(start)) {
            count++;
            start = question.grain().shift(start, 1);
        }
        return count;
    }

    private int ages(int count) {
        return Math.max(0, Math.min(question.ages() + 1, count));
    }

    private static Pooled pooled(List<Cohort> cohorts, int age) {
        List<Cohort> complete = cohorts.stream()
                .filter(cohort -> cohort.completeAt(age) && cohort.size() > 0)
                .toList();
        long size = complete.stream().mapToLong(Cohort::size).sum();
        long returned = complete.stream()
                .mapToLong(cohort -> cohort.returned().get(age))
                .sum();
        return new Pooled(complete.size(), size == 0 ? Optional.empty() : Optional.of(Share.of(returned, size)));
    }
}
