package coldtide.core.measure;

import coldtide.core.filter.BitMasks;
import coldtide.core.filter.Conditions;
import coldtide.core.filter.value.RowValues;
import coldtide.core.log.EventLog;
import coldtide.core.log.SessionRows;
import coldtide.core.log.Shard;
import coldtide.core.scan.Analysis;

/**
 * One pass over the log for one measure. What is only counted is counted run by run where whole runs are of one group, else row
 * by row; sessions by the rows they begin with, whichever of their rows something was done in.
 */
final class MeasurePass implements Analysis<MetricAccumulator, MetricAccumulator> {
    private final EventLog log;
    private final Measure measure;
    private final Conditions.Mask what;
    private final Conditions.Mask among;
    private final Grouping grouping;
    private final Buckets buckets;

    MeasurePass(
            EventLog log,
            Measure measure,
            Conditions.Mask what,
            Conditions.Mask among,
            Grouping grouping,
            Buckets buckets) {
        this.log = log;
        this.measure = measure;
        this.what = what;
        this.among = among;
        this.grouping = grouping;
        this.buckets = buckets;
    }

    @Override
    public MetricAccumulator empty() {
        return new MetricAccumulator(measure, grouping.size() + 1, grouping.isOneEach(), buckets);
    }

    @Override
    public void scan(Shard shard, MetricAccumulator tally) {
        long[] people = among.bits(shard);
        Scan scan = new Scan(shard, tally);
        for (int person = shard.person(0, people); person < shard.people(); person = shard.person(person + 1, people)) {
            tally.nextPerson();
            scan.person(person);
        }
    }

    /** One shard being scanned. */
    private final class Scan {
        private final Shard shard;
        private final MetricAccumulator tally;
        private final long[] rows;
        private final Grouping.Cursor cursor;
        private final RowValues values;
        private final boolean ofRuns;
        private final SessionRows sessions;
        private boolean[] inSession = new boolean[64];

        Scan(Shard shard, MetricAccumulator tally) {
            this.shard = shard;
            this.tally = tally;
            rows = what.bits(shard);
            cursor = grouping.over(shard);
            sessions = measure.isOfSessions() ? new SessionRows(log, shard) : null;
            values = measure.kind().isOfProperty() && sessions == null
                    ? new RowValues(log, shard, measure.property())
                    : null;
            ofRuns = grouping.isOfRuns()
                    && (values == null || countsDifferent() && log.isOfContexts(measure.property()));
        }

        private boolean countsDifferent() {
            return measure.kind() == Measure.Kind.DISTINCT;
        }

        void person(int person) {
            if (sessions != null) {
                sessions(person);
                return;
            }
            int to = buckets.to(shard, person);
            int first = BitMasks.next(rows, buckets.from(shard, person), to);
            if (first == to) {
                return;
            }
            cursor.person(person);
            if (ofRuns) {
                runs(person, first, to);
            } else {
                rows(person, first, to);
            }
        }

        private void runs(int person, int from, int to) {
            if (grouping.size() == 0 && values == null) {
                stretch(0, from, to);
                return;
            }
            int lastRun = shard.runFrom[person + 1] - 1;
            for (int run = shard.runOf(person, from); run <= lastRun; run++) {
                int start = Math.max(from, shard.runRow[run]);
                int end = run < lastRun ? Math.min(to, shard.runRow[run + 1]) : to;
                if (start >= to) {
                    return;
                }
                if (start < end && (values == null || values.at(start))) {
                    stretch(cursor.ofRun(run), start, end);
                }
            }
        }

        /** Rows of the same groups: those of one bucket are counted at once. */
        private void stretch(int base, int from, int to) {
            int at = BitMasks.next(rows, from, to);
            while (at < to) {
                int bucket = buckets.of(shard, at);
                int end = at + 1;
                while (end < to && buckets.of(shard, end) == bucket) {
                    end++;
                }
                int times = BitMasks.count(rows, at, end);
                count(grouping.all(), bucket, times);
                for (int i = 0; grouping.size() > 0 && i < cursor.count(); i++) {
                    count(cursor.group(base, i), bucket, times);
                }
                at = BitMasks.next(rows, end, to);
            }
        }

        private void count(int group, int bucket, int times) {
            if (values == null) {
                tally.count(group, bucket, times);
            } else {
                tally.distinct(group, bucket, values.bits(), times);
            }
        }

        private void rows(int person, int from, int to) {
            int run = shard.runOf(person, from);
            for (int row = from; row < to; row = BitMasks.next(rows, row + 1, to)) {
                if (values != null && !values.at(row)) {
                    continue;
                }
                int bucket = buckets.of(shard, row);
                row(grouping.all(), bucket);
                if (grouping.size() > 0) {
                    run = runFrom(run, person, row);
                    int base = cursor.ofRow(run, row);
                    for (int i = 0; i < cursor.count(); i++) {
                        row(cursor.group(base, i), bucket);
                    }
                }
            }
        }

        private void row(int group, int bucket) {
            if (values == null || countsDifferent()) {
                count(group, bucket, 1);
            } else if (!values.isText()) {
                tally.number(group, bucket, values.value());
            }
        }

        /** The sessions in which something was done, each where it begins. */
        private void sessions(int person) {
            int first = shard.sessionFrom[person];
            int end = shard.sessionFrom[person + 1];
            if (first == end) {
                return;
            }
            markSessions(person, first, end);
            cursor.person(person);
            int run = shard.runFrom[person];
            for (int session = first; session < end; session++) {
                if (inSession[session - first] && buckets.has(shard.sessionDay[session])) {
                    run = session(session, run, person);
                }
            }
        }

        /** Whatever was done, most often the first row tells already; only where it does not, all rows are gone through. */
        private void markSessions(int person, int first, int end) {
            if (end - first > inSession.length) {
                inSession = new boolean[2 * (end - first)];
            }
            boolean all = true;
            for (int session = first; session < end; session++) {
                inSession[session - first] = BitMasks.has(rows, shard.sessionRow[session]);
                all &= inSession[session - first];
            }
            if (all) {
                return;
            }
            sessions.person(person);
            int to = shard.eventFrom[person + 1];
            for (int row = BitMasks.next(rows, shard.sessionRow[first], to);
                    row < to;
                    row = BitMasks.next(rows, row + 1, to)) {
                int session = sessions.of(row);
                if (session != SessionRows.NONE) {
                    inSession[session - first] = true;
                }
            }
        }

        /** The run of a row that does not come before the run. */
        private int runFrom(int run, int person, int row) {
            int at = run;
            while (at + 1 < shard.runFrom[person + 1] && shard.runRow[at + 1] <= row) {
                at++;
            }
            return at;
        }

        /** Counts a session; gives the run it begins in where that had to be found. */
        private int session(int session, int run, int person) {
            int row = shard.sessionRow[session];
            int bucket = buckets.of(shard, row, shard.sessionDay[session]);
            double seconds = shard.sessionMillis[session] / 1000.0;
            session(grouping.all(), bucket, seconds);
            int its = run;
            if (grouping.size() > 0) {
                its = runFrom(run, person, row);
                int base = cursor.ofRow(its, row);
                for (int i = 0; i < cursor.count(); i++) {
                    session(cursor.group(base, i), bucket, seconds);
                }
            }
            return its;
        }

        private void session(int group, int bucket, double seconds) {
            if (measure.kind() == Measure.Kind.SESSIONS) {
                tally.count(group, bucket, 1);
            } else {
                tally.number(group, bucket, seconds);
            }
        }
    }

    @Override
    public void merge(MetricAccumulator into, MetricAccumulator from) {
        into.add(from);
    }

    @Override
    public MetricAccumulator finish(MetricAccumulator tally) {
        tally.finish();
        return tally;
    }
}
