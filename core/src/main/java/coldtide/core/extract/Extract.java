package coldtide.core.extract;

import coldtide.core.filter.BitMasks;
import coldtide.core.filter.Conditions;
import coldtide.core.log.EventLog;
import coldtide.core.log.PersonEvent;
import coldtide.core.log.PersonEvents;
import coldtide.core.log.Shard;
import coldtide.core.log.column.PropertyColumn;
import coldtide.core.scan.Analysis;
import coldtide.core.scan.ScanRunner;
import coldtide.core.scan.TopK;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Consumer;

/**
 * Finds the events that pass. A page costs one pass and memory for as many events as stand before its end; all of them are read user
 * by user, in the order of the log, and cost memory for one user.
 */
public final class Extract implements Analysis<Extract.Partial, ExtractPage> {
    /** No page ends later than this. */
    public static final int DEEPEST = 10_000;

    /** An event that may be on the page. */
    private record Candidate(Shard shard, int person, int row, boolean isSet, double key) {}

    /** The best so far. */
    static final class Partial {
        private final TopK<Candidate> best;
        private long events;

        private Partial(Comparator<Candidate> bestFirst, int room) {
            best = new TopK<>(bestFirst, room);
        }
    }

    private final EventLog log;
    private final ExtractQuestion question;
    private final Conditions.Mask what;
    private final Conditions.Mask among;
    private final int fromDay;
    private final int toDay;
    private final int from;
    private final int room;
    private final Comparator<Candidate> bestFirst;

    private Extract(EventLog log, Conditions conditions, ExtractQuestion question, int from, int most) {
        this.log = log;
        this.question = question;
        this.from = from;
        what = conditions.of(log, question.what());
        among = conditions.of(log, question.among());
        fromDay = Math.max(0, log.dayNumber(question.range().from()));
        toDay = Math.min(log.days(), log.dayNumber(question.range().to()));
        room = Math.min(DEEPEST, from + most);
        Comparator<Candidate> smallest = Comparator.comparingDouble(Candidate::key);
        bestFirst = Comparator.comparing(Candidate::isSet)
                .reversed()
                .thenComparing(question.largestFirst() ? smallest.reversed() : smallest)
                .thenComparingLong(each -> each.shard().owner[each.person()])
                .thenComparingInt(Candidate::row);
    }

    /**
     * @param from how many stand before the page
     * @param most how many are on it; none beyond the first ten thousand
     */
    public static ExtractPage page(
            EventLog log, ScanRunner runner, Conditions conditions, ExtractQuestion question, int from, int most) {
        return runner.run(log, new Extract(log, conditions, question, from, most));
    }

    /** Hands out all of them, in the order of the log. @param most after so many it ends */
    public static void each(
            EventLog log, Conditions conditions, ExtractQuestion question, long most, Consumer<ExtractRow> taker) {
        Extract all = new Extract(log, conditions, question, 0, 1);
        long left = most;
        for (Shard shard : log.shards()) {
            long[] rows = all.what.bits(shard);
            long[] people = all.among.bits(shard);
            for (int person = shard.person(0, people);
                    person < shard.people() && left > 0;
                    person = shard.person(person + 1, people)) {
                List<PersonEvent> events = List.of();
                int first = shard.eventFrom[person];
                int to = all.end(shard, person);
                for (int row = BitMasks.next(rows, all.begin(shard, person), to);
                        row < to && left > 0;
                        row = BitMasks.next(rows, row + 1, to)) {
                    events = events.isEmpty() ? PersonEvents.of(log, new PersonEvents.Place(shard, person)) : events;
                    taker.accept(new ExtractRow(shard.owner[person], events.get(row - first)));
                    left--;
                }
            }
        }
    }

    private int begin(Shard shard, int person) {
        return shard.firstRow(person, fromDay);
    }

    private int end(Shard shard, int person) {
        return toDay <= fromDay ? begin(shard, person) : shard.firstRow(person, toDay);
    }

    @Override
    public Partial empty() {
        return new Partial(bestFirst, room);
    }

    @Override
    public void scan(Shard shard, Partial partial) {
        long[] rows = what.bits(shard);
        long[] people = among.bits(shard);
        PropertyColumn numbers =
                question.by().flatMap(by -> log.numbers(shard, by)).orElse(null);
        for (int person = shard.person(0, people); person < shard.people(); person = shard.person(person + 1, people)) {
            int to = end(shard, person);
            for (int row = BitMasks.next(rows, begin(shard, person), to);
                    row < to;
                    row = BitMasks.next(rows, row + 1, to)) {
                partial.events++;
                partial.best.offer(candidate(shard, person, row, numbers));
            }
        }
    }

    private Candidate candidate(Shard shard, int person, int row, PropertyColumn numbers) {
        if (question.by().isEmpty()) {
            double time = shard.eventDay[row] * 1e9 + shard.eventMillisOfDay[row];
            return new Candidate(shard, person, row, true, time);
        }
        double number = numbers == null ? Double.NaN : numbers.number(row);
        boolean isSet = !Double.isNaN(number);
        return new Candidate(shard, person, row, isSet, isSet ? number : 0);
    }

    @Override
    public void merge(Partial into, Partial from) {
        into.events += from.events;
        into.best.offerAll(from.best);
    }

    @Override
    public ExtractPage finish(Partial partial) {
        List<Candidate> page = partial.best.from(from);
        Map<List<Object>, List<PersonEvent>> known = new HashMap<>();
        List<ExtractRow> rows = new ArrayList<>();
        for (Candidate each : page) {
            List<PersonEvent> events = known.computeIfAbsent(
                    List.of(each.shard(), each.person()),
                    of -> PersonEvents.of(log, new PersonEvents.Place(each.shard(), each.person())));
            rows.add(new ExtractRow(
                    each.shard().owner[each.person()], events.get(each.row() - each.shard().eventFrom[each.person()])));
        }
        return new ExtractPage(partial.events, rows);
    }
}
