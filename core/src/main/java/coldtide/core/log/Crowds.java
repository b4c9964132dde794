package coldtide.core.log;

import it.unimi.dsi.fastutil.longs.LongOpenHashSet;
import it.unimi.dsi.fastutil.longs.LongSet;
import it.unimi.dsi.fastutil.longs.LongSets;
import java.util.stream.IntStream;

/**
 * Users who share installs with each other, at any remove, and have more events together than there should be: an install id that
 * many send, or an account that everybody uses. They are found among events that are built anew together, and stay found.
 */
final class Crowds {
    private final int mostEvents;
    private final LongSet installs = new LongOpenHashSet();
    private final LongSet accounts = new LongOpenHashSet();

    Crowds(int mostEvents) {
        this.mostEvents = mostEvents;
    }

    LongSet installs() {
        return LongSets.unmodifiable(installs);
    }

    LongSet accounts() {
        return LongSets.unmodifiable(accounts);
    }

    /** Costs nothing where there are few events; else a step an event. */
    void lookFor(RawColumns raw) {
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

    /** Numbers that belong together, each group known by one of them (disjoint sets with path halving). */
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
