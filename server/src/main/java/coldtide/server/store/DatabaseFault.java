package coldtide.server.store;

import java.sql.SQLException;
import java.sql.SQLNonTransientConnectionException;
import java.sql.SQLTransientConnectionException;
import org.springframework.dao.DataAccessResourceFailureException;

/** Tells faults of the database from others. */
public final class DatabaseFault {
    private DatabaseFault() {}

    /** Whether something failed since the database cannot be reached, so that it may well succeed later. */
    public static boolean isUnreachable(Throwable fault) {
        for (Throwable cause = fault; cause != null; cause = cause.getCause() == cause ? null : cause.getCause()) {
            if (cause instanceof SQLTransientConnectionException
                    || cause instanceof SQLNonTransientConnectionException
                    || cause instanceof DataAccessResourceFailureException
                    || cause instanceof SQLException sql && isLost(sql.getSQLState())) {
                return true;
            }
        }
        return false;
    }

    /** Class 08 of SQL states is a lost connection, 57P a server that goes down or comes up (PostgreSQL, appendix A). */
    private static boolean isLost(String state) {
        return state != null && (state.startsWith("08") || state.startsWith("57P"));
    }
}
