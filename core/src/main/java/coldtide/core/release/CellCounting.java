package coldtide.core.release;

import coldtide.core.log.Shard;
import coldtide.core.scan.Analysis;

/** The first pass over the days of users: what each cell holds. */
final class CellCounting implements Analysis<MatchedCells, MatchedCells> {
    private final PersonDays days;

    CellCounting(PersonDays days) {
        this.days = days;
    }

    @Override
    public MatchedCells empty() {
        return MatchedCells.empty(days.places());
    }

    @Override
    public void scan(Shard shard, MatchedCells partial) {
        days.go(shard, new PersonDays.Sink() {
            @Override
            public void add(int place, int cell, int side, long over, int under) {
                partial.over()[side][place][cell] += over;
                partial.under()[side][place][cell] += under;
            }

            @Override
            public void personEnds() {
                // A sum needs no end.
            }
        });
    }

    @Override
    public void merge(MatchedCells into, MatchedCells from) {
        into.merge(from);
    }

    @Override
    public MatchedCells finish(MatchedCells partial) {
        return partial;
    }
}
