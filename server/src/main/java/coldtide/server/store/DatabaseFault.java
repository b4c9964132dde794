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

    /** Whether the database refused a value that was sent: a zero byte in a text, a time beyond what it keeps. */
    public static boolean isOfValue(Throwable fault) {
        for (Throwable cause = fault; cause != null; cause = cause.getCause() == cause ? null : cause.getCause()) {
            // Class 22 is a data exception (PostgreSQL, appendix A).
            if (cause instanceof SQLException sql
                    && sql.getSQLState() != null
                    && sql.getSQLState().startsWith("22")) {
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
