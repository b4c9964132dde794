package coldtide.server.http;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ReadListener;
import jakarta.servlet.ServletException;
import jakarta.servlet.ServletInputStream;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletRequestWrapper;
import jakarta.servlet.http.HttpServletResponse;
import java.io.ByteArrayInputStream;
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

    private static final String TOO_SLOW = "The request came too slowly and was given up.";

    private static final int SHORT_BYTES = 1 << 16;
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
            if (!body.mayBeRead()) {
                refuse(
                        response,
                        HttpStatus.SERVICE_UNAVAILABLE,
                        "Too many requests are being received at once. Try again in a moment.");
                return;
            }
            if (isShort(request) && !body.readAhead()) {
                refuse(response, HttpStatus.REQUEST_TIMEOUT, TOO_SLOW);
                return;
            }
            chain.doFilter(body, response);
            if (body.isTooSlow()) {
                abandon(response);
            } else {
                body.readRest(response);
            }
        } finally {
            body.release();
        }
    }

    /** Bodies that are read before anything else is done: those waiting for others no longer count among bodies being read. */
    private static boolean isShort(HttpServletRequest request) {
        String type = request.getContentType();
        return request.getContentLengthLong() > 0
                && request.getContentLengthLong() <= SHORT_BYTES
                && type != null
                && type.contains("json");
    }

    private static void refuse(HttpServletResponse response, HttpStatus status, String sentence) throws IOException {
        response.setHeader(HttpHeaders.RETRY_AFTER, "5");
        Refusals.write(response, status, sentence);
        abandon(response);
    }

    /** The answer is sent first: the web server would put a page of its own in its place. */
    private static void abandon(HttpServletResponse response) throws IOException {
        if (!response.isCommitted()) {
            response.setHeader(HttpHeaders.CONNECTION, "close");
        }
        response.flushBuffer();
        ClientConnection.current().ifPresent(ClientConnection::abandonBody);
    }

    /** A request whose body counts among those being read until its end. */
    private final class Body extends HttpServletRequestWrapper {
        private final String address;
        private boolean counted = true;
        private Watched watched;
        private ServletInputStream stream;

        Body(HttpServletRequest request) {
            super(request);
            address = request.getRemoteAddr();
            all.incrementAndGet();
            byAddress.merge(address, 1, Integer::sum);
        }

        boolean mayBeRead() {
            return all.get() <= MOST_AT_ONCE && byAddress.getOrDefault(address, 0) <= MOST_OF_AN_ADDRESS;
        }

        boolean isTooSlow() {
            return watched != null && watched.tooSlow;
        }

        /** Reads all of a short body; gives whether it came. */
        boolean readAhead() throws IOException {
            byte[] content = new byte[(int) getContentLengthLong()];
            int read;
            try {
                read = getInputStream().readNBytes(content, 0, content.length);
            } catch (IOException broken) {
                return false;
            }
            release();
            stream = new Received(content, read);
            return read == content.length;
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
                abandon(response);
            }
        }

        @Override
        public ServletInputStream getInputStream() throws IOException {
            if (stream == null) {
                watched = new Watched(super.getInputStream(), this);
                stream = watched;
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
        private boolean tooSlow;

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
                tooSlow = true;
                throw new IOException(TOO_SLOW);
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

    /** A body that is here. */
    private static final class Received extends ServletInputStream {
        private final ByteArrayInputStream in;

        Received(byte[] content, int length) {
            in = new ByteArrayInputStream(content, 0, length);
        }

        @Override
        public int read() {
            return in.read();
        }

        @Override
        public int read(byte[] into, int from, int length) {
            return in.read(into, from, length);
        }

        @Override
        public boolean isFinished() {
            return in.available() == 0;
        }

        @Override
        public boolean isReady() {
            return true;
        }

        @Override
        public void setReadListener(ReadListener listener) {
            throw new IllegalStateException("What has been received is read without waiting.");
        }
    }
}
