package coldtide.core.log;

import coldtide.core.time.DayBoundaries;
import it.unimi.dsi.fastutil.bytes.ByteArrayList;
import it.unimi.dsi.fastutil.ints.IntArrayList;
import it.unimi.dsi.fastutil.longs.LongArrayList;
import it.unimi.dsi.fastutil.shorts.ShortArrayList;
import java.util.BitSet;
import java.util.OptionalInt;
import java.util.OptionalLong;

/** Turns a run of whole people, already in order, into one shard: sessions, active days, installs and money on the way. */
final class ShardBuilder {
    final Offsets events = new Offsets();
    final short[] eventDay;
    final int[] eventMillisOfDay;
    final short[] eventName;
    final short[] firstDay;
    final Offsets active = new Offsets();
    final ShortArrayList activeDay = new ShortArrayList();
    final ShortArrayList activeRelease = new ShortArrayList();
    final Offsets sessions = new Offsets();
    final ShortArrayList sessionDay = new ShortArrayList();
    final IntArrayList sessionMillis = new IntArrayList();
    final Offsets installs = new Offsets();
    final ShortArrayList installDay = new ShortArrayList();
    final ShortArrayList uninstallDay = new ShortArrayList();
    final Offsets money = new Offsets();
    final ShortArrayList moneyDay = new ShortArrayList();
    final ByteArrayList moneyType = new ByteArrayList();
    final LongArrayList moneyMicros = new LongArrayList();

    private final RawColumns raw;
    private final DayBoundaries days;
    private final LogSettings settings;
    private final Identity identity;
    private final BitSet passive;
    private final OptionalInt uninstallName;
    private final InstallsOfPerson seen = new InstallsOfPerson();
    private int row;

    ShardBuilder(RawColumns raw, DayBoundaries days, EventLogBuilder log, Identity identity, int people, int rows) {
        this.raw = raw;
        this.days = days;
        settings = log.settings;
        this.identity = identity;
        passive = log.passiveCodes();
        uninstallName = log.names.codeOf(settings.uninstallEvent());
        eventDay = new short[rows];
        eventMillisOfDay = new int[rows];
        eventName = new short[rows];
        firstDay = new short[people];
    }

    /** Adds person number {@code person} of this shard, whose events are {@code order[from..to)}, in order. */
    void person(int person, int[] order, int from, int to) {
        markAll();
        seen.clear();
        for (int i = from; i < to; i++) {
            event(order[i]);
        }
        firstDay[person] = eventDay[row - (to - from)];
    }

    Shard build() {
        markAll();
        return new Shard(this);
    }

    private void markAll() {
        events.mark(row);
        active.mark(activeDay.size());
        sessions.mark(sessionDay.size());
        installs.mark(installDay.size());
        money.mark(moneyDay.size());
    }

    private void event(int e) {
        long time = raw.timeMillis.getLong(e);
        int day = days.indexOf(time);
        eventDay[row] = (short) day;
        eventMillisOfDay[row] = (int) (time - days.startMillis(day));
        eventName[row] = raw.name.getShort(e);
        row++;
        int install = seen.indexOf(raw.install.getInt(e));
        if (seen.isNew() && !identity.installAlreadyCounted(e)) {
            installDay.add((short) day);
        }
        if (!passive.get(raw.name.getShort(e))) {
            activeDay((short) day, raw.release.getShort(e));
            session(install, time, (short) day);
        }
        if (uninstallName.isPresent() && uninstallName.getAsInt() == raw.name.getShort(e)) {
            uninstallDay.add((short) day);
        }
        Money amount = raw.money.get(e);
        if (amount != null) {
            money(amount, day);
        }
    }

    private void activeDay(short day, short release) {
        int last = activeDay.size() - 1;
        boolean samePerson = last >= active.lastMark();
        if (samePerson && activeDay.getShort(last) == day) {
            activeRelease.set(last, release);
        } else {
            activeDay.add(day);
            activeRelease.add(release);
        }
    }

    private void session(int install, long time, short day) {
        long gap = settings.sessionGap().toMillis();
        if (seen.hasSession(install) && time - seen.lastActive(install) <= gap) {
            int session = seen.session(install);
            sessionMillis.set(session, sessionMillis.getInt(session) + (int) (time - seen.lastActive(install)));
            seen.active(install, time, session);
        } else {
            seen.active(install, time, sessionDay.size());
            sessionDay.add(day);
            sessionMillis.add(0);
        }
    }

    private void money(Money amount, int day) {
        OptionalLong micros = settings.rates()
                .convert(amount.micros(), amount.currency(), days.first().plusDays(day));
        moneyDay.add((short) day);
        moneyType.add((byte) amount.type().ordinal());
        moneyMicros.add(micros.orElse(Shard.NO_RATE));
    }
}
