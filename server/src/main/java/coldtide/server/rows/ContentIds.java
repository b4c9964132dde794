package coldtide.server.rows;

import coldtide.server.store.event.IncomingEvent;
import coldtide.server.store.intake.RejectedRow.Kind;
import it.unimi.dsi.fastutil.longs.Long2IntOpenHashMap;
import it.unimi.dsi.fastutil.longs.LongOpenHashSet;
import java.math.BigDecimal;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.HexFormat;
import java.util.Map;
import java.util.TreeMap;

/**
 * Ids of rows that name none, from what they say: a digest of their checked values, and for the second and later equal rows of
 * one file a number after it. So two equal purchases of one list are two, the same file again is all duplicates, and of two
 * exports that overlap the common rows count once. 4.5 and 4.50 are the same. Remembers about 11 bytes for each row. For one thread.
 */
final class ContentIds {
    /** Rows without an id that one file may have, a quarter of a gigabyte. */
    static final int MOST_ROWS = 20_000_000;

    /** The first eight bytes of digests seen; of those seen again, how often. */
    private final LongOpenHashSet seen = new LongOpenHashSet();

    private final Long2IntOpenHashMap again = new Long2IntOpenHashMap();
    private final MessageDigest sha256;
    private int next;

    ContentIds() {
        try {
            sha256 = MessageDigest.getInstance("SHA-256");
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException("Every Java has SHA-256.", e);
        }
    }

    /** Says of which number the next row is, instead of counting. */
    void next(int number) {
        next = number;
    }

    /**
     * The event with an id.
     *
     * @param receivedIsSaid whether the row itself says when it was received; else that differs each time it is read
     * @throws RowFault if there are too many rows without an id
     */
    IncomingEvent withId(IncomingEvent event, boolean receivedIsSaid) throws RowFault {
        byte[] digest = digest(event, receivedIsSaid);
        int occurrence = next > 0 ? next : occurrence(ByteBuffer.wrap(digest).getLong());
        next = 0;
        String id = "row-" + HexFormat.of().formatHex(digest, 0, 16) + (occurrence == 1 ? "" : "-" + occurrence);
        return new IncomingEvent(
                event.source(),
                id,
                event.name(),
                event.time(),
                event.received(),
                event.install(),
                event.account(),
                event.context(),
                event.money(),
                event.properties());
    }

    private int occurrence(long key) throws RowFault {
        if (seen.add(key)) {
            if (seen.size() > MOST_ROWS) {
                throw new RowFault(
                        Kind.LIMIT,
                        null,
                        "A file may have at most " + MOST_ROWS + " rows without an id. Send it in parts.");
            }
            return 1;
        }
        return again.addTo(key, 1) + 2;
    }

    private byte[] digest(IncomingEvent event, boolean receivedIsSaid) {
        feed("source", event.source());
        feed("name", event.name());
        feed("time", event.time().toString());
        if (receivedIsSaid) {
            feed("received", event.received().toString());
        }
        feed("install", event.install());
        event.account().ifPresent(account -> feed("account", account));
        event.money().ifPresent(money -> {
            feed("amount", Long.toString(money.micros()));
            feed("currency", money.currency());
            feed("revenue_type", money.type().word());
        });
        Map<String, Object> all = new TreeMap<>(event.properties());
        all.putAll(event.context());
        all.forEach((name, value) -> feed(
                "property " + name,
                value instanceof BigDecimal number ? number.stripTrailingZeros().toString() : value.toString()));
        return sha256.digest();
    }

    private void feed(String name, String value) {
        sha256.update((name + '\0' + value.length() + '\0' + value + '\0').getBytes(StandardCharsets.UTF_8));
    }
}
