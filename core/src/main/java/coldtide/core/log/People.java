package coldtide.core.log;

import coldtide.core.log.rule.LogRules;
import coldtide.core.time.DayBoundaries;
import it.unimi.dsi.fastutil.ints.Int2ObjectLinkedOpenHashMap;
import it.unimi.dsi.fastutil.ints.Int2ObjectMap;
import it.unimi.dsi.fastutil.ints.IntArrayList;
import it.unimi.dsi.fastutil.longs.LongArrays;
import it.unimi.dsi.fastutil.longs.LongIterator;
import it.unimi.dsi.fastutil.longs.LongOpenHashSet;
import it.unimi.dsi.fastutil.longs.LongSet;
import it.unimi.dsi.fastutil.longs.LongSets;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.IntStream;

/**
 * The shards of a log that grows. There is one way to change it: some users, with every user they share an install with, are
 * read back, joined with what has come in, built anew into further shards, and gone from where they stood. Arrivals, joins of
 * identity, erasures, other settings and tidying up are all that. Shards are immutable, so logs built before keep theirs.
 */
final class People {
    /** More small shards than these are made into large ones. */
    private static final int FEW_SMALL = 8;

    /** Events tidied up at once, so that nobody waits long for what has come in. */
    private static final long TIDY_EVENTS = 1_000_000;

    private final int shardEvents;
    private final Int2ObjectLinkedOpenHashMap<Shard> shards = new Int2ObjectLinkedOpenHashMap<>();
    private final UserLocator homes = new UserLocator();
    private final OversizedGroups oversizedGroups;
    private int nextNumber;

    /** @param eventsTogether the most events that a group of users who share installs should have */
    People(int shardEvents, int eventsTogether) {
        this.shardEvents = shardEvents;
        oversizedGroups = new OversizedGroups(eventsTogether);
    }

    OversizedGroups oversizedGroups() {
        return oversizedGroups;
    }

    Map<Integer, Shard> numbered() {
        return new HashMap<>(shards);
    }

    /** Puts a shard back under the number it had. */
    void restore(int number, Shard shard) {
        homes.add(number, shard);
        shards.put(number, shard);
        nextNumber = Math.max(nextNumber, number + 1);
    }

    boolean isEmpty() {
        return shards.isEmpty();
    }

    List<Shard> shards() {
        return List.copyOf(shards.values());
    }

    /** Joins what has come in to the users it concerns. */
    void join(RawColumns arrived, LogRules rules) {
        LongSet concerned = new LongOpenHashSet();
        for (int i = 0; i < arrived.installKeys.size(); i++) {
            homes.addOwners(arrived.installKeys.getLong(i), concerned);
        }
        for (int i = 0; i < arrived.accountKeys.size(); i++) {
            homes.addAccount(arrived.accountKeys.getLong(i), concerned);
        }
        if (concerned.isEmpty()) {
            place(built(arrived, rules));
        } else {
            rewrite(withCompany(concerned), rules.days(), arrived, LongSets.emptySet(), rules);
        }
    }

    /** Takes one user out. */
    void erase(long owner, LogRules rules) {
        LongSet erased = homes.ofOwner(owner);
        erased.removeIf(home -> shards.get(UserLocator.shard(home)).owner[UserLocator.person(home)] != owner);
        rewrite(withCompany(erased), rules.days(), new RawColumns(), erased, rules);
    }

    /**
     * Rebuilds all users, shard by shard, with other settings.
     *
     * @param before the days by which they were built
     */
    void rewriteAll(DayBoundaries before, LogRules rules) {
        for (int number : shards.keySet().toIntArray()) {
            if (shards.containsKey(number)) {
                rewrite(withCompany(everybodyIn(number)), before, new RawColumns(), LongSets.emptySet(), rules);
            }
        }
    }

    /** Makes large shards of small ones, and whole ones of those most of whose users are gone. */
    void tidy(LogRules rules) {
        IntArrayList small = new IntArrayList();
        IntArrayList worn = new IntArrayList();
        for (Int2ObjectMap.Entry<Shard> each : shards.int2ObjectEntrySet()) {
            Shard shard = each.getValue();
            if (4 * shard.liveEvents() < 3 * shard.events()) {
                worn.add(each.getIntKey());
            } else if (2 * shard.liveEvents() < shardEvents) {
                small.add(each.getIntKey());
            }
        }
        if (small.size() > FEW_SMALL) {
            worn.addAll(small);
        }
        LongSet moved = new LongOpenHashSet();
        long events = 0;
        for (int i = 0; i < worn.size() && events < TIDY_EVENTS; i++) {
            moved.addAll(everybodyIn(worn.getInt(i)));
            events += shards.get(worn.getInt(i)).liveEvents();
        }
        if (!moved.isEmpty()) {
            rewrite(withCompany(moved), rules.days(), new RawColumns(), LongSets.emptySet(), rules);
        }
    }

    private LongSet everybodyIn(int number) {
        Shard shard = shards.get(number);
        LongSet everybody = new LongOpenHashSet();
        for (int p = shard.person(0); p < shard.people(); p = shard.person(p + 1)) {
            everybody.add(UserLocator.home(number, p));
        }
        return everybody;
    }

    /** These users and all with whom they share an install, at any remove: whose is whose is decided among them. */
    private LongSet withCompany(LongSet people) {
        LongSet all = new LongOpenHashSet(people);
        Deque<Long> ask = new ArrayDeque<>(people);
        while (!ask.isEmpty()) {
            long home = ask.remove();
            Shard shard = shards.get(UserLocator.shard(home));
            int person = UserLocator.person(home);
            LongSet others = new LongOpenHashSet();
            for (int face = shard.faceFrom[person]; face < shard.faceFrom[person + 1]; face++) {
                homes.addOwners(shard.faceInstall[face], others);
            }
            for (LongIterator each = others.iterator(); each.hasNext(); ) {
                long other = each.nextLong();
                if (all.add(other)) {
                    ask.add(other);
                }
            }
        }
        return all;
    }

    private void rewrite(LongSet people, DayBoundaries before, RawColumns arrived, LongSet leftOut, LogRules rules) {
        long[] moving = people.toLongArray();
        LongArrays.quickSort(moving);
        RawColumns raw = new RawColumns();
        ShardRows rows = new ShardRows(before, rules.currencies());
        for (long home : moving) {
            if (!leftOut.contains(home)) {
                rows.each(shards.get(UserLocator.shard(home)), UserLocator.person(home), raw::add);
            }
        }
        RawEvent event = new RawEvent();
        for (int e = 0; e < arrived.size(); e++) {
            arrived.get(e, event);
            raw.add(event);
        }
        List<Shard> fresh = built(raw, rules);
        retire(moving);
        place(fresh);
    }

    /** @param moving ascending, so that the users of a shard stand together */
    private void retire(long[] moving) {
        for (int from = 0; from < moving.length; ) {
            int number = UserLocator.shard(moving[from]);
            Shard shard = shards.get(number);
            IntArrayList gone = new IntArrayList();
            int to = from;
            for (; to < moving.length && UserLocator.shard(moving[to]) == number; to++) {
                homes.remove(moving[to], shard);
                gone.add(UserLocator.person(moving[to]));
            }
            Shard left = shard.without(gone.toIntArray());
            if (left.livePeople() == 0) {
                shards.remove(number);
            } else {
                shards.put(number, left);
            }
            from = to;
        }
    }

    private void place(List<Shard> fresh) {
        for (Shard shard : fresh) {
            homes.add(nextNumber, shard);
            shards.put(nextNumber++, shard);
        }
    }

    private List<Shard> built(RawColumns raw, LogRules rules) {
        if (raw.size() == 0) {
            return List.of();
        }
        oversizedGroups.findIn(raw);
        Identity identity = new Identity(raw);
        int[] offsets = raw.offsets(identity);
        int[] order = raw.grouped(identity, offsets);
        int[] cuts = cuts(offsets);
        return IntStream.range(0, cuts.length - 1)
                .parallel()
                .mapToObj(s -> shard(raw, rules, identity, order, offsets, cuts[s], cuts[s + 1]))
                .toList();
    }

    /** The users at which shards begin, and the end. */
    private int[] cuts(int[] offsets) {
        List<Integer> cuts = new ArrayList<>(List.of(0));
        for (int person = 1; person < offsets.length; person++) {
            int begun = cuts.get(cuts.size() - 1);
            boolean full = offsets[person] - offsets[begun] >= shardEvents;
            if (full || person == offsets.length - 1) {
                cuts.add(person);
            }
        }
        return cuts.stream().mapToInt(Integer::intValue).toArray();
    }

    private static Shard shard(
            RawColumns raw, LogRules rules, Identity identity, int[] order, int[] offsets, int from, int to) {
        ShardBuilder shard = new ShardBuilder(raw, identity, rules, to - from, offsets[to] - offsets[from]);
        for (int person = from; person < to; person++) {
            raw.sortByTime(order, offsets[person], offsets[person + 1]);
            shard.person(person - from, identity.owners[person], order, offsets[person], offsets[person + 1]);
        }
        return shard.build();
    }

    /** Numbers the days of every shard from some days before. */
    void earlier(int days) {
        if (days != 0) {
            shards.replaceAll((number, shard) -> shard.earlier(days));
        }
    }

    /** Found by looking at all users. */
    Bounds bounds(DayBoundaries days) {
        Bounds bounds = Bounds.NONE;
        for (Shard shard : shards.values()) {
            for (int p = shard.person(0); p < shard.people(); p = shard.person(p + 1)) {
                for (int row = shard.eventFrom[p]; row < shard.eventFrom[p + 1]; row++) {
                    long time = days.startMillis(shard.eventDay[row]) + shard.eventMillisOfDay[row];
                    bounds = bounds.with(time, time, shard.receivedMillis(row, time));
                }
            }
        }
        return bounds;
    }
}
