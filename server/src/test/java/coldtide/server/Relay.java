package coldtide.server;

import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.ServerSocket;
import java.net.Socket;
import java.util.ArrayList;
import java.util.List;

/** Passes connections on to a port of this machine, and can be cut as if the server behind it had gone. */
public final class Relay implements AutoCloseable {
    private final int target;
    private final int port;
    private final List<Socket> open = new ArrayList<>();
    private ServerSocket door;

    public Relay(int target) throws IOException {
        this.target = target;
        port = listen(0);
    }

    public int port() {
        return port;
    }

    private synchronized int listen(int wanted) throws IOException {
        ServerSocket listening = new ServerSocket();
        listening.setReuseAddress(true);
        listening.bind(new InetSocketAddress(InetAddress.getLoopbackAddress(), wanted));
        door = listening;
        daemon(() -> {
            while (true) {
                pass(listening.accept());
            }
        });
        return listening.getLocalPort();
    }

    private synchronized void pass(Socket client) throws IOException {
        Socket server = new Socket(InetAddress.getLoopbackAddress(), target);
        open.add(client);
        open.add(server);
        daemon(() -> copy(client, server));
        daemon(() -> copy(server, client));
    }

    private static void copy(Socket from, Socket to) throws IOException {
        try (from;
                to) {
            InputStream in = from.getInputStream();
            OutputStream out = to.getOutputStream();
            in.transferTo(out);
        }
    }

    private interface Work {
        void run() throws IOException;
    }

    private static void daemon(Work work) {
        Thread thread = new Thread(() -> {
            try {
                work.run();
            } catch (IOException cut) {
                return;
            }
        });
        thread.setDaemon(true);
        thread.start();
    }

    /** Ends all connections and takes no more. */
    public synchronized void cut() throws IOException {
        door.close();
        for (Socket socket : open) {
            socket.close();
        }
        open.clear();
    }

    /** Takes connections again. */
    public void mend() throws IOException {
        listen(port);
    }

    @Override
    public void close() throws IOException {
        cut();
    }
}
