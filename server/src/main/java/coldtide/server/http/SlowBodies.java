package coldtide.server.http;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ReadListener;
import jakarta.servlet.ServletException;
import jakarta.servlet.ServletInputStream;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletRequestWrapper;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicInteger;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Component;
import org.springframework.web.filter.OncePerRequestFilter;

/**
 * Keeps clients that send their bodies slowly from taking all threads. A body holds a thread until it has been read: only so many may
 * be read at once, of all clients and of one address, and each must come at a least rate. Runs before anybody is authenticated.
 */
@Component
@Order(Ordered.HIGHEST_PRECEDENCE)
class SlowBodies extends OncePerRequestFilter {
    /** Fewer than the web server has threads, so that requests without a body are always answered. */
    private static final int MOST_AT_ONCE = 120;

    private static final int MOST_OF_AN_ADDRESS = 40;
    /** A body may take so long, and a millisecond more for each byte that has come. */
    private static final long PATIENCE_MILLIS = 20_000;

    private static final int BUFFER_BYTES = 1 << 16;
    private static final long MOST_REST_BYTES = 32L << 20;

    private final AtomicInteger all = new AtomicInteger();
    private final Map<String, Integer> byAddress = new ConcurrentHashMap<>();

    @Override
    protected boolean shouldNotFilter(HttpServletRequest request) {
        return request.getContentLengthLong() <= 0 && request.getHeader(HttpHeaders.TRANSFER_ENCODING) == null;
    }

    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        Body body = new Body(request);
        try {
            if (body.mayBeRead()) {
                chain.doFilter(body, response);
                body.readRest(response);
            } else {
                ClientConnection.current().ifPresent(ClientConnection::abandonBody);
                response.setHeader(HttpHeaders.RETRY_AFTER, "5");
                Refusals.write(
                        response,
                        HttpStatus.SERVICE_UNAVAILABLE,
                        "Too many requests are being received at once. Try again in a moment.");
            }
        } finally {
            body.release();
        }
    }

    /** A request whose body counts among those being read until its end. */
    private final class Body extends HttpServletRequestWrapper {
        private final String address;
        private boolean counted = true;
        private Watched stream;

        Body(HttpServletRequest request) {
            super(request);
            address = request.getRemoteAddr();
            all.incrementAndGet();
            byAddress.merge(address, 1, Integer::sum);
        }

        boolean mayBeRead() {
            return all.get() <= MOST_AT_ONCE && byAddress.getOrDefault(address, 0) <= MOST_OF_AN_ADDRESS;
        }

        synchronized void release() {
            if (counted) {
                counted = false;
                all.decrementAndGet();
                byAddress.computeIfPresent(address, (each, count) -> count == 1 ? null : count - 1);
            }
        }

        /**
         * Reads what nobody has read, so that the client gets the answer before its connection is closed. The web server would do
         * so too, however slowly it comes.
         */
        void readRest(HttpServletResponse response) throws IOException {
            if (isAsyncStarted() || super.getInputStream().isFinished()) {
                return;
            }
            response.flushBuffer();
            try {
                ServletInputStream rest = getInputStream();
                byte[] some = new byte[BUFFER_BYTES];
                for (long left = MOST_REST_BYTES; left > 0; ) {
                    int read = rest.read(some);
                    if (read < 0) {
                        return;
                    }
                    left -= read;
                }
            } catch (IOException tooSlow) {
                ClientConnection.current().ifPresent(ClientConnection::abandonBody);
            }
        }

        @Override
        public ServletInputStream getInputStream() throws IOException {
            if (stream == null) {
                stream = new Watched(super.getInputStream(), this);
            }
            return stream;
        }
    }

    /** Looks after each read whether the body comes quickly enough. */
    private static final class Watched extends ServletInputStream {
        private final ServletInputStream in;
        private final Body body;
        private final long began = System.nanoTime();
        private long bytes;

        Watched(ServletInputStream in, Body body) {
            this.in = in;
            this.body = body;
        }

        private int noted(int read, int count) throws IOException {
            if (read < 0 || in.isFinished()) {
                body.release();
            }
            bytes += Math.max(0, count);
            if (TimeUnit.NANOSECONDS.toMillis(System.nanoTime() - began) > PATIENCE_MILLIS + bytes) {
                ClientConnection.current().ifPresent(ClientConnection::abandonBody);
                throw new IOException("The request came too slowly and was given up.");
            }
            return read;
        }

        @Override
        public int read() throws IOException {
            int read = in.read();
            return noted(read, 1);
        }

        @Override
        public int read(byte[] into, int from, int length) throws IOException {
            int read = in.read(into, from, length);
            return noted(read, read);
        }

        @Override
        public boolean isFinished() {
            return in.isFinished();
        }

        @Override
        public boolean isReady() {
            return in.isReady();
        }

        @Override
        public void setReadListener(ReadListener listener) {
            in.setReadListener(listener);
        }

        @Override
        public void close() throws IOException {
            in.close();
        }
    }
}
