package coldtide.core.log;

import coldtide.core.log.column.Offsets;
import coldtide.core.log.column.PackedNumbers;
import coldtide.core.log.column.PropertyColumn;
import coldtide.core.log.rule.LogRules;
import coldtide.core.log.rule.Money;
import coldtide.core.time.DayBoundaries;
import it.unimi.dsi.fastutil.bytes.ByteArrayList;
import it.unimi.dsi.fastutil.doubles.DoubleArrayList;
import it.unimi.dsi.fastutil.ints.IntArrayList;
import it.unimi.dsi.fastutil.longs.LongArrayList;
import it.unimi.dsi.fastutil.shorts.ShortArrayList;
import java.util.ArrayList;
import java.util.List;
import java.util.OptionalLong;

/** Turns a run of whole users, already in order, into one shard: sessions, active days, installs and money on the way. */
final class ShardBuilder {
    final long[] owner;
    final Offsets events = new Offsets();
    final short[] eventDay;
    final int[] eventMillisOfDay;
    final short[] eventName;
    final int[] eventLate;
    long[] eventReceived;
    final Offsets runs = new Offsets();
    final IntArrayList runRow = new IntArrayList();
    final IntArrayList runContext = new IntArrayList();
    final IntArrayList runFace = new IntArrayList();
    final Offsets faces = new Offsets();
    final LongArrayList faceInstall = new LongArrayList();
    final LongArrayList faceAccount = new LongArrayList();
    final short[] firstDay;
    final Offsets active = new Offsets();
    final ShortArrayList activeDay = new ShortArrayList();
    final ShortArrayList activeRelease = new ShortArrayList();
    final Offsets sessions = new Offsets();
    final IntArrayList sessionRow = new IntArrayList();
    final ShortArrayList sessionDay = new ShortArrayList();
    final IntArrayList sessionMillis = new IntArrayList();
    final Offsets installs = new Offsets();
    final ShortArrayList installDay = new ShortArrayList();
    final Offsets uninstalls = new Offsets();
    final ShortArrayList uninstallDay = new ShortArrayList();
    final Offsets money = new Offsets();
    final IntArrayList moneyRow = new IntArrayList();
    final ShortArrayList moneyDay = new ShortArrayList();
    final ByteArrayList moneyType = new ByteArrayList();
    final LongArrayList moneyMicros = new LongArrayList();
    final LongArrayList moneyAmount = new LongArrayList();
    final ShortArrayList moneyCurrency = new ShortArrayList();

    private final RawColumns raw;
    private final Identity identity;
    private final LogRules rules;
    private final DayBoundaries days;
    private final InstallsOfPerson seen = new InstallsOfPerson();
    private final List<DoubleArrayList> valueRows = new ArrayList<>();
    private final List<DoubleArrayList> values = new ArrayList<>();
    private int row;

    ShardBuilder(RawColumns raw, Identity identity, LogRules rules, int people, int rows) {
        this.raw = raw;
        this.identity = identity;
        this.rules = rules;
        days = rules.days();
        owner = new long[people];
        eventDay = new short[rows];
        eventMillisOfDay = new int[rows];
        eventName = new short[rows];
        eventLate = new int[rows];
        firstDay = new short[people];
    }

    /**
     * Adds user number {@code person} of this shard, whose events are {@code order[from..to)}, in order.
     *
     * @param key whose user it is
     */
    void person(int person, long key, int[] order, int from, int to) {
        owner[person] = key;
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

    PropertyColumn[] properties() {
        PropertyColumn[] columns = new PropertyColumn[values.size()];
        for (int c = 0; c < columns.length; c++) {
            if (values.get(c) != null) {
                columns[c] = new PropertyColumn(PackedNumbers.of(valueRows.get(c)), PackedNumbers.of(values.get(c)));
            }
        }
        return columns;
    }

    private void markAll() {
        events.mark(row);
        runs.mark(runRow.size());
        faces.mark(faceInstall.size());
        active.mark(activeDay.size());
        sessions.mark(sessionDay.size());
        installs.mark(installDay.size());
        uninstalls.mark(uninstallDay.size());
        money.mark(moneyDay.size());
    }

    private void event(int e) {
        long time = raw.timeMillis.getLong(e);
        int day = days.indexOf(time);
        short name = raw.name.getShort(e);
        eventDay[row] = (short) day;
        eventMillisOfDay[row] = (int) (time - days.startMillis(day));
        eventName[row] = name;
        received(time, raw.receivedMillis.getLong(e));
        run(e);
        values(e);
        Money amount = raw.money.get(e);
        if (amount != null) {
            money(amount, day);
        }
        int install = seen.indexOf(raw.install.getInt(e));
        if (seen.isNew() && !identity.installAlreadyCounted(e)) {
            installDay.add((short) day);
        }
        if (!rules.isPassive(name)) {
            activeDay((short) day, (short) rules.contexts().release(raw.context.getInt(e)));
            session(install, time, (short) day);
        }
        if (rules.isUninstall(name)) {
            uninstallDay.add((short) day);
        }
        row++;
    }

    /** As lateness for as long as it fits; from the first that does not, instants for the whole shard. */
    private void received(long time, long received) {
        long late = received - time;
        if (eventReceived == null && late != (int) late) {
            eventReceived = new long[eventDay.length];
            for (int r = 0; r < row; r++) {
                eventReceived[r] = days.startMillis(eventDay[r]) + eventMillisOfDay[r] + eventLate[r];
            }
        }
        if (eventReceived == null) {
            eventLate[row] = (int) late;
        } else {
            eventReceived[row] = received;
        }
    }

    private void run(int e) {
        int face = face(raw.installKeys.getLong(raw.install.getInt(e)), raw.accountKey(e));
        int context = raw.context.getInt(e);
        int last = runRow.size() - 1;
        boolean goesOn = last >= runs.lastMark() && runContext.getInt(last) == context && runFace.getInt(last) == face;
        if (!goesOn) {
            runRow.add(row);
            runContext.add(context);
            runFace.add(face);
        }
    }

    /** The place among the faces of the user being built; searched from the newest, since runs repeat the last few. */
    private int face(long install, long account) {
        int first = faces.lastMark();
        for (int i = faceInstall.size() - 1; i >= first; i--) {
            if (faceInstall.getLong(i) == install && faceAccount.getLong(i) == account) {
                return i - first;
            }
        }
        faceInstall.add(install);
        faceAccount.add(account);
        return faceInstall.size() - 1 - first;
    }

    private void values(int e) {
        for (int i = raw.valueFrom.getInt(e); i < raw.valueFrom.getInt(e + 1); i++) {
            int column = raw.valueColumn.getShort(i);
            while (values.size() <= column) {
                values.add(null);
                valueRows.add(null);
            }
            if (values.get(column) == null) {
                values.set(column, new DoubleArrayList());
                valueRows.set(column, new DoubleArrayList());
            }
            valueRows.get(column).add(row);
            values.get(column).add(raw.value.getDouble(i));
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
        if (seen.hasSession(install) && time - seen.lastActive(install) <= rules.sessionGapMillis()) {
            int session = seen.session(install);
            sessionMillis.set(session, sessionMillis.getInt(session) + (int) (time - seen.lastActive(install)));
            seen.active(install, time, session);
        } else {
            seen.active(install, time, sessionDay.size());
            sessionRow.add(row);
            sessionDay.add(day);
            sessionMillis.add(0);
        }
    }

    private void money(Money amount, int day) {
        OptionalLong micros = rules.settings()
                .rates()
                .convert(amount.micros(), amount.currency(), days.first().plusDays(day));
        moneyRow.add(row);
        moneyDay.add((short) day);
        moneyType.add((byte) amount.type().ordinal());
        moneyMicros.add(micros.orElse(Shard.NO_RATE));
        moneyAmount.add(amount.micros());
        moneyCurrency.add((short) rules.currencies().add(amount.currency()));
    }
}
