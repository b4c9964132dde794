package coldtide.server.store;

import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.sql.Connection;
import java.sql.SQLException;
import java.time.Instant;
import org.postgresql.PGConnection;
import org.postgresql.copy.CopyIn;

/**
 * Rows into a table by PostgreSQL's binary COPY; the layout is that of the manual's page on COPY, section "Binary Format".
 * Roughly four times as many rows a second as batched inserts.
 */
public final class BinaryCopy implements AutoCloseable {
    private static final byte[] SIGNATURE = {'P', 'G', 'C', 'O', 'P', 'Y', '\n', (byte) 0xFF, '\r', '\n', 0};
    private static final long EPOCH_2000_SECONDS = 946_684_800L;
    private static final int FLUSH_BYTES = 1 << 17;

    private final CopyIn copy;
    private ByteBuffer out = ByteBuffer.allocate(2 * FLUSH_BYTES);

    /** Begins {@code copy TARGET from stdin}; {@code target} is a table with its columns and comes from this package only. */
    public BinaryCopy(Connection connection, String target) throws SQLException {
        copy = connection
                .unwrap(PGConnection.class)
                .getCopyAPI()
                .copyIn("copy " + target + " from stdin with (format binary)");
        out.put(SIGNATURE).putInt(0).putInt(0);
    }

    private ByteBuffer room(int bytes) {
        if (out.remaining() < bytes) {
            out.flip();
            out = ByteBuffer.allocate(Math.max(2 * out.capacity(), out.limit() + bytes))
                    .put(out);
        }
        return out;
    }

    /** Begins a row; exactly {@code fields} fields must follow. */
    public BinaryCopy row(int fields) throws SQLException {
        if (out.position() >= FLUSH_BYTES) {
            flush();
        }
        room(2).putShort((short) fields);
        return this;
    }

    public BinaryCopy int4(int value) {
        room(8).putInt(4).putInt(value);
        return this;
    }

    public BinaryCopy int8(long value) {
        room(12).putInt(8).putLong(value);
        return this;
    }

    public BinaryCopy none() {
        room(4).putInt(-1);
        return this;
    }

    public BinaryCopy text(String value) {
        return bytes(value.getBytes(StandardCharsets.UTF_8));
    }

    public BinaryCopy bytes(byte[] value) {
        room(4 + value.length).putInt(value.length).put(value);
        return this;
    }

    public BinaryCopy json(byte[] utf8) {
        room(5 + utf8.length).putInt(utf8.length + 1).put((byte) 1).put(utf8);
        return this;
    }

    public BinaryCopy timestamp(Instant at) {
        return int8((at.getEpochSecond() - EPOCH_2000_SECONDS) * 1_000_000L + at.getNano() / 1000);
    }

    private void flush() throws SQLException {
        copy.writeToCopy(out.array(), 0, out.position());
        out.clear();
    }

    /** Sends what is left and ends the copy. */
    public void finish() throws SQLException {
        room(2).putShort((short) -1);
        flush();
        copy.endCopy();
    }

    /** Gives an unfinished copy up. */
    @Override
    public void close() throws SQLException {
        if (copy.isActive()) {
            copy.cancelCopy();
        }
    }
}
