package coldtide.core.log;

import it.unimi.dsi.fastutil.longs.Long2LongOpenHashMap;
import it.unimi.dsi.fastutil.longs.Long2ObjectOpenHashMap;
import it.unimi.dsi.fastutil.longs.LongArrayList;
import it.unimi.dsi.fastutil.longs.LongOpenHashSet;
import it.unimi.dsi.fastutil.longs.LongSet;

/**
 * Finds the shard and the place of a user by account or install. Nearly every install belongs to one user; a few have passed from one to another. Not
 * safe for several threads.
 */
final class UserLocator {
    private static final long NOWHERE = -1;

    private final Long2LongOpenHashMap ofAccount = new Long2LongOpenHashMap();
    private final Long2LongOpenHashMap ofInstall = new Long2LongOpenHashMap();
    private final Long2ObjectOpenHashMap<LongArrayList> furtherOfInstall = new Long2ObjectOpenHashMap<>();

    UserLocator() {
        ofAccount.defaultReturnValue(NOWHERE);
        ofInstall.defaultReturnValue(NOWHERE);
    }

    static long home(int shard, int person) {
        return (long) shard << 32 | person;
    }

    static int shard(long home) {
        return (int) (home >> 32);
    }

    static int person(long home) {
        return (int) home;
    }

    /** Takes note of all users who lives in a shard. */
    void add(int number, Shard shard) {
        for (int person = shard.person(0); person < shard.people(); person = shard.person(person + 1)) {
            long home = home(number, person);
            if (shard.owner[person] > 0) {
                ofAccount.put(shard.owner[person], home);
            }
            for (int face = shard.faceFrom[person]; face < shard.faceFrom[person + 1]; face++) {
                add(shard.faceInstall[face], home);
            }
        }
    }

    private void add(long install, long home) {
        long known = ofInstall.putIfAbsent(install, home);
        if (known == NOWHERE || known == home) {
            return;
        }
        LongArrayList further = furtherOfInstall.computeIfAbsent(install, key -> new LongArrayList());
        if (!further.contains(home)) {
            further.add(home);
        }
    }

    void remove(long home, Shard shard) {
        int person = person(home);
        if (shard.owner[person] > 0) {
            ofAccount.remove(shard.owner[person]);
        }
        for (int face = shard.faceFrom[person]; face < shard.faceFrom[person + 1]; face++) {
            remove(shard.faceInstall[face], home);
        }
    }

    private void remove(long install, long home) {
        LongArrayList further = furtherOfInstall.get(install);
        if (further != null) {
            further.rem(home);
        }
        if (ofInstall.get(install) == home) {
            ofInstall.remove(install);
            if (further != null && !further.isEmpty()) {
                ofInstall.put(install, further.removeLong(0));
            }
        }
        if (further != null && further.isEmpty()) {
            furtherOfInstall.remove(install);
        }
    }

    /** Adds the homes of all users who has events of an install. */
    void addOwners(long install, LongSet into) {
        long home = ofInstall.get(install);
        if (home != NOWHERE) {
            into.add(home);
            LongArrayList further = furtherOfInstall.get(install);
            if (further != null) {
                into.addAll(further);
            }
        }
    }

    /** Adds the home of an account, if it has one. */
    void addAccount(long account, LongSet into) {
        long home = ofAccount.get(account);
        if (home != NOWHERE) {
            into.add(home);
        }
    }

    /** The home of a user by its owner key, or nothing. */
    LongSet ofOwner(long owner) {
        LongSet homes = new LongOpenHashSet();
        if (owner > 0) {
            addAccount(owner, homes);
        } else {
            addOwners(~owner, homes);
        }
        return homes;
    }
}
