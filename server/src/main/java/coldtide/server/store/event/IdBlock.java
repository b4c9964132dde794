package coldtide.server.store.event;

import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;

/**
 * Takes numbers from a database sequence in blocks of 1,000, so that a thousand rows cost one query.
 */
final class IdBlock {
    private static final int SIZE = 1000;

    private final String sequence;
    private long next;
    private long end;

    IdBlock(String sequence) {
        this.sequence = sequence;
    }

    long next(Connection connection) throws SQLException {
        if (next == end) {
            try (PreparedStatement statement = connection.prepareStatement("select nextval(?::regclass)")) {
                statement.setString(1, sequence);
                try (ResultSet row = statement.executeQuery()) {
                    row.next();
                    next = row.getLong(1);
                    end = next + SIZE;
                }
            }
        }
        return next++;
    }
}
