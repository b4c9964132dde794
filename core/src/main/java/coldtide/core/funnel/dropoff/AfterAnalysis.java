package coldtide.core.funnel.dropoff;

import coldtide.core.filter.Conditions;
import coldtide.core.funnel.FunnelAnswer.Times;
import coldtide.core.funnel.FunnelAnswer.Versus;
import coldtide.core.funnel.GroupComparison;
import coldtide.core.funnel.TimesTaken;
import coldtide.core.funnel.dropoff.AfterAnswer.Done;
import coldtide.core.funnel.dropoff.AfterAnswer.Side;
import coldtide.core.funnel.dropoff.AfterQuestion.Until;
import coldtide.core.funnel.match.CountingUnits;
import coldtide.core.funnel.match.EventSequence;
import coldtide.core.funnel.match.FunnelQuestion;
import coldtide.core.funnel.match.Match;
import coldtide.core.funnel.match.Unit;
import coldtide.core.log.EventLog;
import coldtide.core.log.SessionRows;
import coldtide.core.log.Shard;
import coldtide.core.scan.Analysis;
import coldtide.core.scan.ArraySums;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;

/**
 * Looks at what follows the last step that units did before one. Costs what the funnel does, and a look at each event from there as
 * far as is asked.
 */
public final class AfterAnalysis implements Analysis<AfterAnalysis.Partial, AfterAnswer> {
    private static final int LOST = 0;
    private static final int WENT_ON = 1;

    /** By side. */
    static final class Partial {
        final long[] units = new long[2];
        final long[] later = new long[2];
        final long[] uninstalled = new long[2];
        final long[] never = new long[2];
        /** By event. */
        final long[][] next;

        final long[][] done;
        final TimesTaken stayed = new TimesTaken(2);

        Partial(int names) {
            next = new long[2][names];
            done = new long[2][names];
        }
    }

    private final EventLog log;
    private final CountingUnits units;
    private final int step;
    private final int before;
    private final boolean inSession;
    private final long window;
    private final int names;
    private final int uninstall;

    public AfterAnalysis(EventLog log, Conditions conditions, AfterQuestion question) {
        this.log = log;
        FunnelQuestion funnel = question.funnel();
        units = new CountingUnits(log, conditions, funnel);
        step = question.step();
        before = funnel.lastRequiredBefore(step);
        inSession = question.until() == Until.SESSION || funnel.unit() == Unit.SESSIONS;
        window = funnel.window().toMillis();
        names = log.eventNames().size();
        uninstall = log.nameCode(log.settings().uninstallEvent()).orElse(-1);
    }

    @Override
    public Partial empty() {
        return new Partial(names);
    }

    @Override
    public void scan(Shard shard, Partial partial) {
        Looking looking = new Looking(shard, partial);
        units.each(shard, (person, trail, match) -> {
            if (match.deepest != Match.NONE && (match.reached(step) || match.reached(before))) {
                looking.at(person, trail, match);
            }
        });
    }

    private final class Looking {
        private final Shard shard;
        private final Partial partial;
        private final SessionRows sessions;
        /** By event, of which unit it was seen last. */
        private final int[] seen = new int[names];

        private int unit;

        Looking(Shard shard, Partial partial) {
            this.shard = shard;
            this.partial = partial;
            sessions = new SessionRows(log, shard);
        }

        void at(int person, EventSequence trail, Match match) {
            int side = match.reached(step) ? WENT_ON : LOST;
            int from = trail.row[last(match)];
            partial.units[side]++;
            unit++;
            sessions.person(person);
            int session = inSession ? sessions.of(from) : SessionRows.NONE;
            long until = trail.time[match.entry] + window;
            int end = shard.eventFrom[person + 1];
            int latest = from;
            for (int row = from + 1; row < end && log.millisAt(shard, row) <= until; row++) {
                if (isDone(row, session)) {
                    done(side, row, latest == from);
                    latest = row;
                } else if (session != SessionRows.NONE && isOver(session, row)) {
                    break;
                }
            }
            if (latest == from) {
                ending(side, from + 1, end);
            } else {
                partial.stayed.add(side, log.millisAt(shard, latest) - trail.time[last(match)]);
            }
        }

        private boolean isDone(int row, int session) {
            return !log.isPassive(shard.eventName[row]) && (session == SessionRows.NONE || sessions.of(row) == session);
        }

        private boolean isOver(int session, int row) {
            return log.millisAt(shard, row)
                    > log.millisAt(shard, shard.sessionRow[session]) + shard.sessionMillis[session];
        }

        private void done(int side, int row, boolean isNext) {
            int name = shard.eventName[row];
            partial.next[side][name] += isNext ? 1 : 0;
            partial.done[side][name] += seen[name] == unit ? 0 : 1;
            seen[name] = unit;
        }

        /** First event after the window, for units without any event within it. */
        private void ending(int side, int from, int end) {
            for (int row = from; row < end; row++) {
                if (shard.eventName[row] == uninstall) {
                    partial.uninstalled[side]++;
                    return;
                }
                if (!log.isPassive(shard.eventName[row])) {
                    partial.later[side]++;
                    return;
                }
            }
            partial.never[side]++;
        }
    }

    /** The place of the last step done before the one asked about. */
    private int last(Match match) {
        int last = match.at[before];
        for (int at = 0; at < step; at++) {
            last = Math.max(last, match.at[at]);
        }
        return last;
    }

    @Override
    public void merge(Partial into, Partial from) {
        ArraySums.add(into.units, from.units);
        ArraySums.add(into.later, from.later);
        ArraySums.add(into.uninstalled, from.uninstalled);
        ArraySums.add(into.never, from.never);
        ArraySums.add(into.next, from.next);
        ArraySums.add(into.done, from.done);
        into.stayed.add(from.stayed);
    }

    @Override
    public AfterAnswer finish(Partial partial) {
        List<Times> stayed = partial.stayed.told();
        List<Done> done = new ArrayList<>();
        for (int name = 0; name < names; name++) {
            if (partial.done[LOST][name] + partial.done[WENT_ON][name] > 0) {
                done.add(done(partial, name));
            }
        }
        return new AfterAnswer(
                side(partial, LOST, stayed.get(LOST)), side(partial, WENT_ON, stayed.get(WENT_ON)), corrected(done));
    }

    private static Side side(Partial partial, int side, Times stayed) {
        long nothing = partial.later[side] + partial.uninstalled[side] + partial.never[side];
        return new Side(
                partial.units[side],
                nothing,
                partial.later[side],
                partial.uninstalled[side],
                partial.never[side],
                stayed);
    }

    private Done done(Partial partial, int name) {
        long lost = partial.done[LOST][name];
        long wentOn = partial.done[WENT_ON][name];
        return new Done(
                log.eventNames().get(name),
                partial.next[LOST][name],
                partial.next[WENT_ON][name],
                lost,
                wentOn,
                GroupComparison.of(
                        lost, partial.units[LOST], lost + wentOn, partial.units[LOST] + partial.units[WENT_ON]));
    }

    private static List<Done> corrected(List<Done> done) {
        List<Optional<Versus>> versus =
                GroupComparison.corrected(done.stream().map(Done::versus).toList());
        List<Done> corrected = new ArrayList<>();
        for (Done its : done) {
            corrected.add(new Done(
                    its.event(),
                    its.lostNext(),
                    its.wentOnNext(),
                    its.lost(),
                    its.wentOn(),
                    versus.get(corrected.size())));
        }
        corrected.sort(Comparator.comparingLong((Done each) -> -each.lostNext())
                .thenComparingLong(each -> -each.lost())
                .thenComparing(Done::event));
        return corrected;
    }
}
