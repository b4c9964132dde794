package coldtide.core.log;

import coldtide.core.log.rule.Money;
import it.unimi.dsi.fastutil.doubles.DoubleArrayList;
import it.unimi.dsi.fastutil.ints.Int2ObjectOpenHashMap;
import it.unimi.dsi.fastutil.ints.IntArrayList;
import it.unimi.dsi.fastutil.ints.IntArrays;
import it.unimi.dsi.fastutil.longs.Long2IntOpenHashMap;
import it.unimi.dsi.fastutil.longs.LongArrayList;
import it.unimi.dsi.fastutil.shorts.ShortArrayList;
import java.util.Arrays;

/** Events as they came, column by column, before they are put in order. */
final class RawColumns {
    /** Two million places leave 42 bits for milliseconds: 139 years. */
    private static final int PLACE_BITS = 21;

    private static final int MOST_PLACES = 1 << PLACE_BITS;

    final LongArrayList timeMillis = new LongArrayList();
    final LongArrayList receivedMillis = new LongArrayList();
    final IntArrayList install = new IntArrayList();
    final ShortArrayList name = new ShortArrayList();
    final IntArrayList context = new IntArrayList();
    final Int2ObjectOpenHashMap<Money> money = new Int2ObjectOpenHashMap<>();

    /** Values of event {@code e} stand from {@code valueFrom[e]} to before {@code valueFrom[e + 1]}. */
    final IntArrayList valueFrom = new IntArrayList(new int[] {0});

    final ShortArrayList valueColumn = new ShortArrayList();
    final DoubleArrayList value = new DoubleArrayList();

    /** In {@link #account} where an event names none. */
    static final int NO_ACCOUNT = -1;

    /** The place of the account in {@link #accountKeys}. */
    final IntArrayList account = new IntArrayList();

    final LongArrayList installKeys = new LongArrayList();
    final LongArrayList accountKeys = new LongArrayList();

    private final Long2IntOpenHashMap installOf = new Long2IntOpenHashMap();
    private final Long2IntOpenHashMap accountOf = new Long2IntOpenHashMap();

    /** Makes room, so that columns need not be copied as they grow. */
    void expect(int events) {
        timeMillis.ensureCapacity(events);
        receivedMillis.ensureCapacity(events);
        account.ensureCapacity(events);
        install.ensureCapacity(events);
        name.ensureCapacity(events);
        context.ensureCapacity(events);
        valueFrom.ensureCapacity(events);
    }

    int size() {
        return timeMillis.size();
    }

    void add(RawEvent event) {
        if (event.money != null) {
            money.put(size(), event.money);
        }
        account.add(event.account == RawEvent.NOBODY ? NO_ACCOUNT : place(event.account, accountOf, accountKeys));
        install.add(place(event.install, installOf, installKeys));
        timeMillis.add(event.timeMillis);
        receivedMillis.add(event.receivedMillis);
        name.add((short) event.name);
        context.add(event.context);
        valueColumn.addElements(valueColumn.size(), event.column, 0, event.values);
        value.addElements(value.size(), event.value, 0, event.values);
        valueFrom.add(value.size());
    }

    /** Reads event number {@code e} back. */
    void get(int e, RawEvent into) {
        into.install = installKeys.getLong(install.getInt(e));
        into.account = accountKey(e);
        into.timeMillis = timeMillis.getLong(e);
        into.receivedMillis = receivedMillis.getLong(e);
        into.name = name.getShort(e);
        into.context = context.getInt(e);
        into.money = money.get(e);
        into.clearValues();
        for (int i = valueFrom.getInt(e); i < valueFrom.getInt(e + 1); i++) {
            into.value(valueColumn.getShort(i), value.getDouble(i));
        }
    }

    long accountKey(int e) {
        return account.getInt(e) == NO_ACCOUNT ? RawEvent.NOBODY : accountKeys.getLong(account.getInt(e));
    }

    private static int place(long key, Long2IntOpenHashMap places, LongArrayList keys) {
        return places.computeIfAbsent(key, fresh -> {
            keys.add(fresh);
            return keys.size() - 1;
        });
    }

    /** First event of each user after grouping; one entry more than there are users. */
    int[] offsets(Identity identity) {
        int[] from = new int[identity.people() + 1];
        for (int person : identity.person) {
            from[person + 1]++;
        }
        for (int i = 0; i < identity.people(); i++) {
            from[i + 1] += from[i];
        }
        return from;
    }

    /** Event numbers grouped by user as {@code offsets} says, in order of arrival within a user. */
    int[] grouped(Identity identity, int[] offsets) {
        int[] next = offsets.clone();
        int[] order = new int[size()];
        for (int e = 0; e < order.length; e++) {
            order[next[identity.person[e]]++] = e;
        }
        return order;
    }

    /** Puts one user's events in time order; same time: order of arrival. Cheap where they already are. */
    void sortByTime(int[] order, int from, int to) {
        for (int i = from + 1; i < to; i++) {
            if (compare(order[i - 1], order[i]) > 0) {
                sort(order, from, to);
                return;
            }
        }
    }

    /** Sorts packed longs, time above and place below, because that is several times as fast as sorting by a comparator. */
    private void sort(int[] order, int from, int to) {
        if (to - from > MOST_PLACES) {
            IntArrays.mergeSort(order, from, to, this::compare);
            return;
        }
        long first = Long.MAX_VALUE;
        for (int i = from; i < to; i++) {
            first = Math.min(first, timeMillis.getLong(order[i]));
        }
        long[] keys = new long[to - from];
        for (int i = from; i < to; i++) {
            keys[i - from] = (timeMillis.getLong(order[i]) - first) << PLACE_BITS | (i - from);
        }
        Arrays.sort(keys);
        int[] unsorted = Arrays.copyOfRange(order, from, to);
        for (int i = 0; i < keys.length; i++) {
            order[from + i] = unsorted[(int) (keys[i] & (MOST_PLACES - 1))];
        }
        sortTies(order, from, to);
    }

    private void sortTies(int[] order, int from, int to) {
        for (int i = from; i < to; ) {
            int end = i + 1;
            while (end < to && timeMillis.getLong(order[end]) == timeMillis.getLong(order[i])) {
                end++;
            }
            if (end > i + 1) {
                IntArrays.mergeSort(order, i, end, this::compare);
            }
            i = end;
        }
    }

    /** By time; same time: by arrival; same arrival: by account and install, so that it does not matter who is asked first. */
    int compare(int a, int b) {
        int order = Long.compare(timeMillis.getLong(a), timeMillis.getLong(b));
        order = order != 0 ? order : Long.compare(receivedMillis.getLong(a), receivedMillis.getLong(b));
        order = order != 0 ? order : Long.compare(accountKey(a), accountKey(b));
        return order != 0
                ? order
                : Long.compare(installKeys.getLong(install.getInt(a)), installKeys.getLong(install.getInt(b)));
    }
}
