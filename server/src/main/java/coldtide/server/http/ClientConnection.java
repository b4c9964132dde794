package coldtide.server.http;

import java.io.IOException;
import java.util.Optional;
import org.apache.tomcat.util.net.SocketWrapperBase;

/**
 * The network connection over which the current request came. It tells whether the client is still there, which the servlet
 * interface cannot tell before something is written.
 */
public final class ClientConnection {
    private static final ThreadLocal<ClientConnection> CURRENT = new ThreadLocal<>();

    private final SocketWrapperBase<?> socket;
    private final Runnable abandon;

    /** @param abandon tells the web server not to read the rest of the request */
    ClientConnection(SocketWrapperBase<?> socket, Runnable abandon) {
        this.socket = socket;
        this.abandon = abandon;
    }

    /** The connection of the request that this thread serves; empty on a thread that serves none. */
    public static Optional<ClientConnection> current() {
        return Optional.ofNullable(CURRENT.get());
    }

    /** Notes whose request this thread serves; null for none any more. */
    static void serve(ClientConnection connection) {
        if (connection == null) {
            CURRENT.remove();
        } else {
            CURRENT.set(connection);
        }
    }

    /** Answers without waiting for the rest of the request's body; the connection is closed afterwards. */
    void abandonBody() {
        abandon.run();
    }

    /**
     * Whether the client has closed the connection. Looks without waiting, and keeps what the client may have sent ahead. May be
     * called from another thread, but only while the request is being worked on, when its body is read and no answer is written.
     */
    public boolean isClosedByClient() {
        try {
            socket.isReadyForRead();
            return socket.isClosed();
        } catch (IOException closed) {
            return true;
        }
    }
}
