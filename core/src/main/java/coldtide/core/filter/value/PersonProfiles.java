package coldtide.core.filter.value;

import coldtide.core.log.Shard;

/** The profiles of one user after another; most have one for all their events, and then no event is looked at. */
public final class PersonProfiles {
    private final Profiles profiles;
    private Shard shard;
    private int person;
    private int only;

    public PersonProfiles(Profiles profiles) {
        this.profiles = profiles;
    }

    public void go(Shard toShard, int toPerson) {
        shard = toShard;
        person = toPerson;
        only = profile(shard.runFrom[person]);
        for (int run = shard.runFrom[person] + 1; run < shard.runFrom[person + 1]; run++) {
            if (profile(run) != only) {
                only = Profiles.NONE;
                return;
            }
        }
    }

    private int profile(int run) {
        return profiles.ofContext(shard.runContext[run]);
    }

    /** The profile of an event of the user. */
    public int atRow(int row) {
        return only != Profiles.NONE ? only : profile(shard.runOf(person, row));
    }

    /** The profile of the first event of a day on which the user did something. */
    public int onDay(int day) {
        return only != Profiles.NONE ? only : atRow(shard.firstRow(person, day));
    }

    /** That of the first event of all. */
    public int first() {
        return profile(shard.runFrom[person]);
    }
}
