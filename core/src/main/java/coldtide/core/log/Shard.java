package coldtide.core.log;

import coldtide.core.log.column.BlockReader;
import coldtide.core.log.column.BlockWriter;
import coldtide.core.log.column.PackedNumbers;
import coldtide.core.log.column.PropertyColumn;
import coldtide.core.log.column.RowsByName;
import coldtide.core.log.rule.RevenueType;
import it.unimi.dsi.fastutil.doubles.DoubleArrayList;
import it.unimi.dsi.fastutil.longs.LongSet;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.atomic.AtomicReferenceArray;

/**
 * Whole users, one after another by the time of their first event, each user's events in time order (same time: order of arrival).
 * Columns are shared as plain arrays so that scans run over flat memory; nobody writes to them after the builder.
 *
 * <p>An {@code xFrom} column has one entry more than there are users: user {@code p} owns the rows from
 * {@code xFrom[p]} to before {@code xFrom[p + 1]}. Days are numbered from {@link EventLog#firstDay()} and fit a short:
 * reading two bytes a row instead of eight is most of what makes day questions fast.
 *
 * <p>Users to whom something happened later stand again, whole, in a newer shard and are gone from this one. A scan goes from
 * user to user by {@link #person}, which leaves out who is gone.
 */
public final class Shard {
    /** The owner of a user: the store's number of the account, or {@code ~} the number of the install that never named one. */
    public final long[] owner;

    /** Events: day, milliseconds within the day, code of the name. */
    public final int[] eventFrom;

    public final short[] eventDay;
    public final int[] eventMillisOfDay;
    public final short[] eventName;
    public final RowsByName rowsByName;

    /** Milliseconds from an event to its arrival; where some are too many for that, instants of arrival instead. */
    final int[] eventLate;

    final long[] eventReceived;

    /**
     * Runs of a user's events that share their context, their install and the account they name: first row, code of the
     * context, place among the user's {@link #faceInstall faces}.
     */
    public final int[] runFrom;

    public final int[] runRow;
    public final int[] runContext;
    final int[] runFace;

    /** An install and the account that events of it name, or {@link RawEvent#NOBODY}. */
    final int[] faceFrom;

    final long[] faceInstall;
    final long[] faceAccount;

    /** Values by code of the property's column; null where no event has it. */
    final PropertyColumn[] properties;

    /** Users: day of the first event. */
    public final short[] firstDay;

    /** Days on which a user did anything, ascending, and the release of the last active event of that day. */
    public final int[] activeFrom;

    public final short[] activeDay;
    public final short[] activeRelease;

    /** Sessions in order of their start: the row they begin with, its day, length in milliseconds. */
    public final int[] sessionFrom;

    public final int[] sessionRow;
    public final short[] sessionDay;
    public final int[] sessionMillis;

    /** Installs: day of the first event. */
    public final int[] installFrom;

    public final short[] installDay;

    /** Uninstalls reported by the push service: day. */
    public final int[] uninstallFrom;

    public final short[] uninstallDay;

    /** Money events: row, day, {@link RevenueType} ordinal, millionths of the app's currency or {@link #NO_RATE}. */
    public final int[] moneyFrom;

    public final int[] moneyRow;
    public final short[] moneyDay;
    public final byte[] moneyType;
    public final long[] moneyMicros;

    /** As it was paid: millionths of a currency by its code. */
    final long[] moneyAmount;

    /** Codes of the currencies it was paid in. */
    public final short[] moneyCurrency;

    /** Made when they are first asked for; rows and amounts of shards that differ only in who is gone are the same. */
    private final AtomicReferenceArray<PropertyColumn> moneyProperties;

    /** Marks an amount whose currency has no rate on its day. */
    public static final long NO_RATE = Long.MIN_VALUE;

    /** A bit a user who stands in a newer shard; null while nobody does. */
    private final long[] gone;

    private final int livePeople;
    private final int liveEvents;

    Shard(ShardBuilder from) {
        owner = from.owner;
        eventFrom = from.events.from();
        eventDay = from.eventDay;
        eventMillisOfDay = from.eventMillisOfDay;
        eventName = from.eventName;
        rowsByName = new RowsByName(eventName);
        eventLate = from.eventReceived == null ? from.eventLate : null;
        eventReceived = from.eventReceived;
        runFrom = from.runs.from();
        runRow = from.runRow.toIntArray();
        runContext = from.runContext.toIntArray();
        runFace = from.runFace.toIntArray();
        faceFrom = from.faces.from();
        faceInstall = from.faceInstall.toLongArray();
        faceAccount = from.faceAccount.toLongArray();
        properties = from.properties();
        firstDay = from.firstDay;
        activeFrom = from.active.from();
        activeDay = from.activeDay.toShortArray();
        activeRelease = from.activeRelease.toShortArray();
        sessionFrom = from.sessions.from();
        sessionRow = from.sessionRow.toIntArray();
        sessionDay = from.sessionDay.toShortArray();
        sessionMillis = from.sessionMillis.toIntArray();
        installFrom = from.installs.from();
        installDay = from.installDay.toShortArray();
        uninstallFrom = from.uninstalls.from();
        uninstallDay = from.uninstallDay.toShortArray();
        moneyFrom = from.money.from();
        moneyRow = from.moneyRow.toIntArray();
        moneyDay = from.moneyDay.toShortArray();
        moneyType = from.moneyType.toByteArray();
        moneyMicros = from.moneyMicros.toLongArray();
        moneyAmount = from.moneyAmount.toLongArray();
        moneyCurrency = from.moneyCurrency.toShortArray();
        moneyProperties = new AtomicReferenceArray<>(MoneyProperty.values().length);
        gone = null;
        livePeople = firstDay.length;
        liveEvents = eventDay.length;
    }

    /** Reads what {@link #write} wrote. */
    Shard(BlockReader in) {
        owner = in.longs();
        eventFrom = in.ints();
        eventDay = in.shorts();
        eventMillisOfDay = in.ints();
        eventName = in.shorts();
        rowsByName = new RowsByName(eventName);
        runFrom = in.ints();
        runRow = in.ints();
        runContext = in.ints();
        runFace = in.ints();
        faceFrom = in.ints();
        faceInstall = in.longs();
        faceAccount = in.longs();
        firstDay = in.shorts();
        activeFrom = in.ints();
        activeDay = in.shorts();
        activeRelease = in.shorts();
        sessionFrom = in.ints();
        sessionRow = in.ints();
        sessionDay = in.shorts();
        sessionMillis = in.ints();
        installFrom = in.ints();
        installDay = in.shorts();
        uninstallFrom = in.ints();
        uninstallDay = in.shorts();
        moneyFrom = in.ints();
        moneyRow = in.ints();
        moneyDay = in.shorts();
        moneyType = in.bytes();
        moneyMicros = in.longs();
        moneyAmount = in.longs();
        moneyCurrency = in.shorts();
        boolean late = in.number() == 1;
        eventLate = late ? in.ints() : null;
        eventReceived = late ? null : in.longs();
        properties = new PropertyColumn[(int) in.number()];
        for (int c = 0; c < properties.length; c++) {
            properties[c] =
                    in.number() == 1 ? new PropertyColumn(PackedNumbers.read(in), PackedNumbers.read(in)) : null;
        }
        moneyProperties = new AtomicReferenceArray<>(MoneyProperty.values().length);
        gone = null;
        livePeople = firstDay.length;
        liveEvents = eventDay.length;
    }

    /** Writes all columns; who is gone stands in {@link #gone()}. */
    void write(BlockWriter out) {
        out.array(owner);
        out.array(eventFrom);
        out.array(eventDay);
        out.array(eventMillisOfDay);
        out.array(eventName);
        out.array(runFrom);
        out.array(runRow);
        out.array(runContext);
        out.array(runFace);
        out.array(faceFrom);
        out.array(faceInstall);
        out.array(faceAccount);
        out.array(firstDay);
        out.array(activeFrom);
        out.array(activeDay);
        out.array(activeRelease);
        out.array(sessionFrom);
        out.array(sessionRow);
        out.array(sessionDay);
        out.array(sessionMillis);
        out.array(installFrom);
        out.array(installDay);
        out.array(uninstallFrom);
        out.array(uninstallDay);
        out.array(moneyFrom);
        out.array(moneyRow);
        out.array(moneyDay);
        out.array(moneyType);
        out.array(moneyMicros);
        out.array(moneyAmount);
        out.array(moneyCurrency);
        out.number(eventReceived == null ? 1 : 0);
        if (eventReceived == null) {
            out.array(eventLate);
        } else {
            out.array(eventReceived);
        }
        out.number(properties.length);
        for (PropertyColumn column : properties) {
            out.number(column == null ? 0 : 1);
            if (column != null) {
                column.rows().write(out);
                column.values().write(out);
            }
        }
    }

    /** A bit a user who is gone; empty while nobody is. */
    long[] gone() {
        return gone == null ? new long[0] : gone.clone();
    }

    /** A copy of the columns without some users. */
    Shard without(long[] others) {
        return others.length == 0 ? this : new Shard(this, others, 0);
    }

    /** A copy without some users, with days numbered from {@code earlier} days before. */
    private Shard(Shard same, long[] gone, int earlier) {
        owner = same.owner;
        eventFrom = same.eventFrom;
        eventDay = shifted(same.eventDay, earlier);
        eventMillisOfDay = same.eventMillisOfDay;
        eventName = same.eventName;
        rowsByName = same.rowsByName;
        eventLate = same.eventLate;
        eventReceived = same.eventReceived;
        runFrom = same.runFrom;
        runRow = same.runRow;
        runContext = same.runContext;
        runFace = same.runFace;
        faceFrom = same.faceFrom;
        faceInstall = same.faceInstall;
        faceAccount = same.faceAccount;
        properties = same.properties;
        firstDay = shifted(same.firstDay, earlier);
        activeFrom = same.activeFrom;
        activeDay = shifted(same.activeDay, earlier);
        activeRelease = same.activeRelease;
        sessionFrom = same.sessionFrom;
        sessionRow = same.sessionRow;
        sessionDay = shifted(same.sessionDay, earlier);
        sessionMillis = same.sessionMillis;
        installFrom = same.installFrom;
        installDay = shifted(same.installDay, earlier);
        uninstallFrom = same.uninstallFrom;
        uninstallDay = shifted(same.uninstallDay, earlier);
        moneyFrom = same.moneyFrom;
        moneyRow = same.moneyRow;
        moneyDay = shifted(same.moneyDay, earlier);
        moneyType = same.moneyType;
        moneyMicros = same.moneyMicros;
        moneyAmount = same.moneyAmount;
        moneyCurrency = same.moneyCurrency;
        moneyProperties = same.moneyProperties;
        this.gone = gone;
        int people = 0;
        int events = 0;
        for (int p = person(0); p < people(); p = person(p + 1)) {
            people++;
            events += eventFrom[p + 1] - eventFrom[p];
        }
        livePeople = people;
        liveEvents = events;
    }

    private static short[] shifted(short[] days, int by) {
        if (by == 0) {
            return days;
        }
        short[] shifted = new short[days.length];
        for (int i = 0; i < days.length; i++) {
            shifted[i] = (short) (days[i] + by);
        }
        return shifted;
    }

    /** Without some users more. */
    Shard without(int... people) {
        long[] more = gone == null ? new long[(people() + 63) / 64] : gone.clone();
        for (int person : people) {
            more[person >> 6] |= 1L << person;
        }
        return new Shard(this, more, 0);
    }

    /** A copy for a log that begins some days earlier. */
    Shard earlier(int days) {
        return days == 0 ? this : new Shard(this, gone, days);
    }

    /** The first user from {@code from} on who is not gone; {@link #people()} if there is none. */
    public int person(int from) {
        return gone == null ? from : nextLive(from);
    }

    private int nextLive(int from) {
        int person = from;
        while (person < people() && (gone[person >> 6] & 1L << person) != 0) {
            person++;
        }
        return person;
    }

    /**
     * The first user from {@code from} on who is one of some and not gone; {@link #people()} if there is none.
     *
     * @param among a bit a user, lowest first, none beyond the last user
     */
    public int person(int from, long[] among) {
        int word = from >> 6;
        if (word >= among.length) {
            return people();
        }
        long left = live(among, word) & -1L << from;
        while (left == 0) {
            if (++word == among.length) {
                return people();
            }
            left = live(among, word);
        }
        return (word << 6) + Long.numberOfTrailingZeros(left);
    }

    private long live(long[] among, int word) {
        return gone == null ? among[word] : among[word] & ~gone[word];
    }

    /** The first row of a user that is not before a day; their end if there is none. Days ascend within a user. */
    public int firstRow(int person, int day) {
        int low = eventFrom[person];
        int high = eventFrom[person + 1];
        if (eventDay[high - 1] < day) {
            return high;
        }
        if (eventDay[low] >= day) {
            return low;
        }
        while (low < high) {
            int middle = (low + high) >>> 1;
            if (eventDay[middle] < day) {
                low = middle + 1;
            } else {
                high = middle;
            }
        }
        return low;
    }

    /** The run of a user in which a row of theirs lies. */
    public int runOf(int person, int row) {
        return lastUpTo(runRow, runFrom[person], runFrom[person + 1], row);
    }

    /** Whose event a row is. */
    public int personOf(int row) {
        return lastUpTo(eventFrom, 0, people(), row);
    }

    /** The place of the last of some rows, which ascend, that does not come after a row. */
    static int lastUpTo(int[] rows, int from, int to, int row) {
        int at = Arrays.binarySearch(rows, from, to, row);
        return at >= 0 ? at : -at - 2;
    }

    /** Whether a user is one of some owners. Events of an install without an account may have passed to another user, who counts then. */
    public boolean isOneOf(int person, LongSet owners) {
        if (owners.contains(owner[person])) {
            return true;
        }
        for (int face = faceFrom[person]; face < faceFrom[person + 1]; face++) {
            if (faceAccount[face] == RawEvent.NOBODY && owners.contains(~faceInstall[face])) {
                return true;
            }
        }
        return false;
    }

    /** How many users the columns have, those gone among them. */
    public int people() {
        return firstDay.length;
    }

    public int livePeople() {
        return livePeople;
    }

    public int liveEvents() {
        return liveEvents;
    }

    /** How many events the columns have, those of users gone among them. */
    public int events() {
        return eventDay.length;
    }

    /** The arrival of an event, given its instant. */
    long receivedMillis(int row, long timeMillis) {
        return eventReceived != null ? eventReceived[row] : timeMillis + eventLate[row];
    }

    /** Money as a property; the codes of texts by kind and by currency are the same at every call. */
    PropertyColumn money(MoneyProperty property, int[] typeTexts, int[] currencyTexts) {
        PropertyColumn made = moneyProperties.get(property.ordinal());
        if (made == null) {
            DoubleArrayList rows = new DoubleArrayList();
            DoubleArrayList values = new DoubleArrayList();
            for (int i = 0; i < moneyRow.length; i++) {
                if (property.isText() || moneyMicros[i] != NO_RATE) {
                    rows.add(moneyRow[i]);
                    values.add(property.value(this, i, typeTexts, currencyTexts));
                }
            }
            made = new PropertyColumn(PackedNumbers.of(rows), PackedNumbers.of(values));
            moneyProperties.set(property.ordinal(), made);
        }
        return made;
    }

    /** Values of a property by the code of its column; rows without a value are not in it. */
    Optional<PropertyColumn> property(int column) {
        return column < properties.length ? Optional.ofNullable(properties[column]) : Optional.empty();
    }

    /** Bytes held, array headers left out, by what they are for. */
    public Map<String, Long> bytes() {
        Map<String, Long> bytes = new LinkedHashMap<>();
        bytes.put("day and time of day", 6L * eventDay.length);
        bytes.put("event name", 2L * eventName.length);
        bytes.put("rows by name", rowsByName.bytes());
        bytes.put("arrival", eventReceived != null ? 8L * eventReceived.length : 4L * eventLate.length);
        bytes.put("context and install", 12L * runRow.length + 16L * faceInstall.length);
        bytes.put(
                "properties",
                Arrays.stream(properties)
                        .filter(column -> column != null)
                        .mapToLong(PropertyColumn::bytes)
                        .sum());
        bytes.put("money", 25L * moneyDay.length);
        bytes.put("active days", 4L * activeDay.length);
        bytes.put("sessions", 10L * sessionDay.length);
        bytes.put("installs, uninstalls", 2L * (installDay.length + uninstallDay.length));
        long offsets = List.of(
                        eventFrom, runFrom, faceFrom, activeFrom, sessionFrom, installFrom, uninstallFrom, moneyFrom)
                .stream()
                .mapToLong(column -> column.length)
                .sum();
        bytes.put("people", 4L * offsets + 10L * owner.length);
        return bytes;
    }
}
