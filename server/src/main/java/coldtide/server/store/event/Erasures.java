package coldtide.server.store.event;

import coldtide.server.store.app.App;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.util.HashSet;
import java.util.Set;
import java.util.UUID;

/** Who was erased of an app, as salted digests: enough to keep their events out, too little to know who they were. */
public final class Erasures {
    /** Result of an erasure. */
    public enum Kind {
        INSTALL,
        ACCOUNT,
        /** An event of an install that has passed to somebody who is still there; its sender and id. */
        EVENT
    }

    private final UUID salt;
    private final Set<ByteBuffer> digests = new HashSet<>();

    private Erasures(UUID salt) {
        this.salt = salt;
    }

    static Erasures load(Connection connection, App app) throws SQLException {
        Erasures erasures = new Erasures(app.erasureSalt());
        try (PreparedStatement statement = connection.prepareStatement("select digest from erased where app_id = ?")) {
            statement.setInt(1, app.id());
            try (ResultSet rows = statement.executeQuery()) {
                while (rows.next()) {
                    erasures.digests.add(ByteBuffer.wrap(rows.getBytes(1)));
                }
            }
        }
        return erasures;
    }

    boolean isEmpty() {
        return digests.isEmpty();
    }

    /** Whether an event is of somebody who was erased. */
    boolean covers(IncomingEvent event) {
        return has(Kind.INSTALL, event.install())
                || event.account().isPresent()
                        && has(Kind.ACCOUNT, event.account().get())
                || has(Kind.EVENT, ofEvent(event.source(), event.id()));
    }

    /** The sender's length keeps "a"+"bc" and "ab"+"c" apart. */
    static String ofEvent(String source, String id) {
        return source.length() + " " + source + id;
    }

    private boolean has(Kind kind, String key) {
        return digests.contains(ByteBuffer.wrap(digest(salt, kind, key)));
    }

    public static byte[] digest(UUID salt, Kind kind, String key) {
        try {
            return MessageDigest.getInstance("SHA-256")
                    .digest((salt + " " + kind + " " + key).getBytes(StandardCharsets.UTF_8));
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException("Every Java has SHA-256.", e);
        }
    }
}
