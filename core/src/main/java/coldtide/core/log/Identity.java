package coldtide.core.log;

import it.unimi.dsi.fastutil.ints.Int2ObjectOpenHashMap;
import it.unimi.dsi.fastutil.ints.IntArrayList;
import it.unimi.dsi.fastutil.ints.IntArrays;
import it.unimi.dsi.fastutil.ints.IntComparator;
import java.util.Arrays;
import java.util.BitSet;
import java.util.stream.IntStream;

/**
 * Whose an event is (handbook, User), from nothing but the events themselves, so that the order in which they arrive does not
 * matter. An install that never names an account is a user of its own. An event belongs to the account that its install
 * named last, at that moment or before; what came before the first naming belongs to the first account named.
 *
 * <p>One pass over the events for all installs that keep to one account; only the few that change it have their events put
 * in time order.
 */
final class Identity {
    /** For each event, the place of its user in {@link #order}. */
    final int[] person;

    /** The owner of a user: the number of the account, or {@code ~} the number of the install that never named one. */
    final long[] owners;

    /** The first event of each install that changed its account: only there the install itself is counted. */
    private final BitSet laterOwners = new BitSet();

    private final BitSet changing;
    private final RawColumns raw;

    Identity(RawColumns raw) {
        this.raw = raw;
        int installs = raw.installKeys.size();
        int[] onlyAccount = new int[installs];
        Arrays.fill(onlyAccount, RawColumns.NO_ACCOUNT);
        changing = new BitSet(installs);
        for (int e = 0; e < raw.size(); e++) {
            int account = raw.account.getInt(e);
            if (account != RawColumns.NO_ACCOUNT) {
                int install = raw.install.getInt(e);
                changing.set(
                        install,
                        changing.get(install)
                                || onlyAccount[install] != RawColumns.NO_ACCOUNT && onlyAccount[install] != account);
                onlyAccount[install] = account;
            }
        }
        int[] owner = new int[raw.size()];
        for (int e = 0; e < owner.length; e++) {
            int install = raw.install.getInt(e);
            int account = onlyAccount[install];
            owner[e] = account == RawColumns.NO_ACCOUNT ? raw.accountKeys.size() + install : account;
        }
        if (!changing.isEmpty()) {
            changesOfAccount(owner);
        }
        int[] inOrder = ownersInOrder(owner);
        int[] place = new int[raw.accountKeys.size() + installs];
        owners = new long[inOrder.length];
        for (int i = 0; i < inOrder.length; i++) {
            place[inOrder[i]] = i;
            owners[i] = key(inOrder[i]);
        }
        for (int e = 0; e < owner.length; e++) {
            owner[e] = place[owner[e]];
        }
        person = owner;
    }

    /** Whether, at this event, an install already counted has passed to another user. */
    boolean installAlreadyCounted(int event) {
        return laterOwners.get(event);
    }

    private void changesOfAccount(int[] owner) {
        Int2ObjectOpenHashMap<IntArrayList> events = new Int2ObjectOpenHashMap<>();
        for (int e = 0; e < owner.length; e++) {
            if (changing.get(raw.install.getInt(e))) {
                events.computeIfAbsent(raw.install.getInt(e), install -> new IntArrayList())
                        .add(e);
            }
        }
        IntComparator inTime = raw::compare;
        for (IntArrayList ofInstall : events.values()) {
            int[] order = ofInstall.toIntArray();
            IntArrays.mergeSort(order, inTime);
            int current = Arrays.stream(order)
                    .map(e -> raw.account.getInt(e))
                    .filter(account -> account != RawColumns.NO_ACCOUNT)
                    .findFirst()
                    .orElseThrow();
            int first = current;
            for (int e : order) {
                current = raw.account.getInt(e) == RawColumns.NO_ACCOUNT ? current : raw.account.getInt(e);
                owner[e] = current;
                laterOwners.set(e, current != first);
            }
        }
    }

    int people() {
        return owners.length;
    }

    private long key(int owner) {
        int accounts = raw.accountKeys.size();
        return owner < accounts ? raw.accountKeys.getLong(owner) : ~raw.installKeys.getLong(owner - accounts);
    }

    /**
     * The owners that have events, by the time of their first: what is asked of those who came together then finds them together. Of one
     * moment by whose they are, so that the order of arrival of rows does not change the log.
     */
    private int[] ownersInOrder(int[] owner) {
        long[] first = firstTimes(raw.accountKeys.size() + raw.installKeys.size(), owner);
        int[] inOrder = IntStream.range(0, first.length)
                .filter(each -> first[each] < Long.MAX_VALUE)
                .toArray();
        IntArrays.parallelQuickSort(inOrder, (a, b) -> {
            int order = Long.compare(first[a], first[b]);
            return order != 0 ? order : Long.compare(key(a), key(b));
        });
        return inOrder;
    }

    /** By owner; the greatest of those who have no events. */
    private long[] firstTimes(int owners, int... owner) {
        long[] first = new long[owners];
        Arrays.fill(first, Long.MAX_VALUE);
        for (int e = 0; e < owner.length; e++) {
            first[owner[e]] = Math.min(first[owner[e]], raw.timeMillis.getLong(e));
        }
        return first;
    }
}
