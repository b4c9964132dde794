package coldtide.server.store;

import java.nio.ByteBuffer;
import java.sql.Connection;
import java.sql.SQLException;
import java.util.function.Consumer;
import org.postgresql.PGConnection;
import org.postgresql.copy.CopyOut;

/** Rows out of the database by binary COPY: the quickest way there is. The form is PostgreSQL's, documented with COPY. */
public final class BinaryRows {
    private static final int HEADER_BYTES = 19;

    private BinaryRows() {}

    /**
     * Every row of a query. A row is its fields one after another, each its length as an int, -1 for null, and its bytes; the
     * buffer is the caller's to keep. Where {@code row} throws, the copy is given up and the connection can be used again.
     */
    public static void each(Connection connection, String query, Consumer<ByteBuffer> row) throws SQLException {
        CopyOut copy = connection
                .unwrap(PGConnection.class)
                .getCopyAPI()
                .copyOut("copy (" + query + ") to stdout with (format binary)");
        try {
            rows(copy, row);
        } finally {
            // A copy that is left open would keep its connection busy for ever, the rollback included.
            if (copy.isActive()) {
                copy.cancelCopy();
            }
        }
    }

    private static void rows(CopyOut copy, Consumer<ByteBuffer> row) throws SQLException {
        boolean first = true;
        for (byte[] message = copy.readFromCopy(); message != null; message = copy.readFromCopy()) {
            ByteBuffer fields = ByteBuffer.wrap(message);
            if (first) {
                fields.position(HEADER_BYTES);
                first = false;
            }
            // The end is a row of -1 fields; the header may come alone.
            if (fields.remaining() >= 2 && fields.getShort() > 0) {
                row.accept(fields);
            }
        }
    }

    /** The next field's bytes. */
    public static byte[] bytes(ByteBuffer row) {
        byte[] bytes = new byte[row.getInt()];
        row.get(bytes);
        return bytes;
    }

    /** The next field, of 8 bytes. */
    public static long int8(ByteBuffer row) {
        row.getInt();
        return row.getLong();
    }
}
