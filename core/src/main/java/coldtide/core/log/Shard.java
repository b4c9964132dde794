package coldtide.core.log;

/**
 * Whole people, one after another, each person's events in time order (same time: order of arrival). Columns are shared
 * as plain arrays so that scans run over flat memory; nobody writes to them after the builder.
 *
 * <p>An {@code xFrom} column has one entry more than there are people: person {@code p} owns the rows from
 * {@code xFrom[p]} to before {@code xFrom[p + 1]}. Days are numbered from {@link EventLog#firstDay()} and fit a short:
 * reading two bytes a row instead of eight is most of what makes day questions fast.
 */
public final class Shard {
    /** Events: day, milliseconds within the day, code of the name. */
    public final int[] eventFrom;

    public final short[] eventDay;
    public final int[] eventMillisOfDay;
    public final short[] eventName;

    /** People: day of the first event. */
    public final short[] firstDay;

    /** Days on which a person did anything, ascending, and the release of the last active event of that day. */
    public final int[] activeFrom;

    public final short[] activeDay;
    public final short[] activeRelease;

    /** Sessions in order of their start: day of the start, length in milliseconds. */
    public final int[] sessionFrom;

    public final short[] sessionDay;
    public final int[] sessionMillis;

    /** Installs: day of the first event. */
    public final int[] installFrom;

    public final short[] installDay;

    /** Uninstalls reported by the push service: day. */
    public final short[] uninstallDay;

    /** Money events: day, {@link RevenueType} ordinal, millionths of the app's currency or {@link #NO_RATE}. */
    public final int[] moneyFrom;

    public final short[] moneyDay;
    public final byte[] moneyType;
    public final long[] moneyMicros;

    /** Marks an amount whose currency has no rate on its day. */
    public static final long NO_RATE = Long.MIN_VALUE;

    Shard(ShardBuilder from) {
        eventFrom = from.events.from();
        eventDay = from.eventDay;
        eventMillisOfDay = from.eventMillisOfDay;
        eventName = from.eventName;
        firstDay = from.firstDay;
        activeFrom = from.active.from();
        activeDay = from.activeDay.toShortArray();
        activeRelease = from.activeRelease.toShortArray();
        sessionFrom = from.sessions.from();
        sessionDay = from.sessionDay.toShortArray();
        sessionMillis = from.sessionMillis.toIntArray();
        installFrom = from.installs.from();
        installDay = from.installDay.toShortArray();
        uninstallDay = from.uninstallDay.toShortArray();
        moneyFrom = from.money.from();
        moneyDay = from.moneyDay.toShortArray();
        moneyType = from.moneyType.toByteArray();
        moneyMicros = from.moneyMicros.toLongArray();
    }

    public int people() {
        return firstDay.length;
    }

    public int events() {
        return eventDay.length;
    }

    /** Bytes held by the columns, array headers left out. */
    public long bytes() {
        long people =
                4L * (eventFrom.length + activeFrom.length + sessionFrom.length + installFrom.length + moneyFrom.length)
                        + 2L * firstDay.length;
        long events = 8L * eventDay.length;
        long aids = 4L * activeDay.length
                + 6L * sessionDay.length
                + 2L * (installDay.length + uninstallDay.length)
                + 11L * moneyDay.length;
        return people + events + aids;
    }
}
