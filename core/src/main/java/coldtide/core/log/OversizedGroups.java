package coldtide.core.log;

import it.unimi.dsi.fastutil.longs.LongOpenHashSet;
import it.unimi.dsi.fastutil.longs.LongSet;
import it.unimi.dsi.fastutil.longs.LongSets;
import java.util.stream.IntStream;

/**
 * Groups of users with too many events. A group is connected by shared installs, directly or through others; it is rebuilt as a whole
 * with every new event, so its size must be limited. Typical causes: one install id that many devices send, one account that everybody shares.
 * A group that was found once stays found.
 */
final class OversizedGroups {
    private final int mostEvents;
    private final LongSet installs = new LongOpenHashSet();
    private final LongSet accounts = new LongOpenHashSet();

    OversizedGroups(int mostEvents) {
        this.mostEvents = mostEvents;
    }

    LongSet installs() {
        return LongSets.unmodifiable(installs);
    }

    LongSet accounts() {
        return LongSets.unmodifiable(accounts);
    }

    /** Looks for such groups among events that are rebuilt together. Cost: nothing for few events, else linear. */
    void findIn(RawColumns raw) {
        if (raw.size() <= mostEvents) {
            return;
        }
        int accountCount = raw.accountKeys.size();
        Groups groups = new Groups(accountCount + raw.installKeys.size());
        int[] last = new int[raw.installKeys.size()];
        for (int e = 0; e < raw.size(); e++) {
            int install = raw.install.getInt(e);
            int account = raw.account.getInt(e);
            if (account != RawColumns.NO_ACCOUNT && last[install] != account + 1) {
                groups.join(account, accountCount + install);
                last[install] = account + 1;
            }
        }
        int[] events = new int[accountCount + last.length];
        for (int e = 0; e < raw.size(); e++) {
            events[groups.of(accountCount + raw.install.getInt(e))]++;
        }
        for (int i = 0; i < events.length; i++) {
            if (events[groups.of(i)] <= mostEvents) {
                continue;
            }
            if (i < accountCount) {
                accounts.add(raw.accountKeys.getLong(i));
            } else {
                installs.add(raw.installKeys.getLong(i - accountCount));
            }
        }
    }

    /** Disjoint sets of numbers, with path halving. */
    private static final class Groups {
        private final int[] towards;

        Groups(int size) {
            towards = IntStream.range(0, size).toArray();
        }

        int of(int number) {
            int at = number;
            while (towards[at] != at) {
                towards[at] = towards[towards[at]];
                at = towards[at];
            }
            return at;
        }

        void join(int a, int b) {
            towards[of(a)] = of(b);
        }
    }
}
