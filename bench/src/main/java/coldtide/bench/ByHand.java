package coldtide.bench;

import coldtide.core.log.EventLog;
import coldtide.core.log.Shard;
import coldtide.core.scan.Analysis;
import coldtide.core.time.DayRange;
import java.util.Arrays;

/**
 * Loops over the columns of events, each written for one question and good for no other: what the engine, whose questions are
 * chosen while it runs, is measured against.
 */
abstract class ByHand implements Analysis<long[], Double> {
    final EventLog log;
    private final int cells;

    private ByHand(EventLog log, int cells) {
        this.log = log;
        this.cells = cells;
    }

    final boolean[] names(String... wanted) {
        boolean[] names = new boolean[log.eventNames().size()];
        for (String name : wanted) {
            names[log.nameCode(name).orElseThrow()] = true;
        }
        return names;
    }

    @Override
    public final long[] empty() {
        return new long[cells];
    }

    @Override
    public final void merge(long[] into, long[] from) {
        for (int cell = 0; cell < cells; cell++) {
            into[cell] += from[cell];
        }
    }

    /** Returned people of all cells of a triangle by day, together. */
    static final class Triangle extends ByHand {
        private final int ages;
        private final boolean[] passive;

        Triangle(EventLog log, int ages) {
            super(log, log.days() * (ages + 1));
            this.ages = ages;
            passive = names("push_received", "uninstall_detected");
        }

        @Override
        public void scan(Shard shard, long[] returned) {
            for (int person = shard.person(0); person < shard.people(); person = shard.person(person + 1)) {
                int from = shard.eventFrom[person];
                int to = shard.eventFrom[person + 1];
                int first = shard.eventDay[from];
                int last = -1;
                for (int row = from; row < to && shard.eventDay[row] - first <= ages; row++) {
                    if (shard.eventDay[row] != last && !passive[shard.eventName[row]]) {
                        last = shard.eventDay[row];
                        returned[first * (ages + 1) + last - first]++;
                    }
                }
            }
        }

        @Override
        public Double finish(long[] returned) {
            return (double) Arrays.stream(returned).sum();
        }
    }

    /** {@link Questions#segment} by latest country. */
    static final class Segment extends ByHand {
        private final int lit;
        private final int purchase;
        private final int shown;
        private final int from;
        private final int to;
        private final int[] versions;
        private final int[] countries;
        private final int version;

        Segment(EventLog log) {
            super(log, log.texts().size());
            lit = log.nameCode("beacon_lit").orElseThrow();
            purchase = log.nameCode("purchase").orElseThrow();
            shown = log.nameCode("ad_shown").orElseThrow();
            DayRange last = DayRange.endingBefore(log.endOfFullDays(), 28);
            from = (int) (last.from().toEpochDay() - log.firstDay().toEpochDay());
            to = (int) (last.to().toEpochDay() - log.firstDay().toEpochDay());
            versions = log.contexts().codes("app_version").orElseThrow();
            countries = log.contexts().codes("country").orElseThrow();
            version = log.texts().codeOf("1.8.0").orElse(-2);
        }

        @Override
        public void scan(Shard shard, long[] people) {
            for (int person = shard.person(0); person < shard.people(); person = shard.person(person + 1)) {
                int first = shard.eventDay[shard.eventFrom[person]];
                int beacons = 0;
                boolean bought = false;
                boolean watched = false;
                for (int row = shard.eventFrom[person]; row < shard.eventFrom[person + 1]; row++) {
                    int name = shard.eventName[row];
                    if (name == lit && shard.eventDay[row] - first <= 6) {
                        beacons++;
                    } else if (name == purchase) {
                        bought = true;
                    } else if (name == shown && shard.eventDay[row] >= from && shard.eventDay[row] < to) {
                        watched = true;
                    }
                }
                int latest = shard.runContext[shard.runFrom[person + 1] - 1];
                if (beacons >= 5 && (!bought || watched && versions[latest] == version)) {
                    people[countries[latest]]++;
                }
            }
        }

        @Override
        public Double finish(long[] people) {
            return Arrays.stream(people).mapToDouble(n -> (double) n * n).sum();
        }
    }
}
