package coldtide.server.rows.file;

import coldtide.server.rows.FileRefused;
import java.io.BufferedReader;
import java.io.FilterInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.InputStreamReader;
import java.io.PushbackInputStream;
import java.io.Reader;
import java.io.UncheckedIOException;
import java.nio.charset.Charset;
import java.nio.charset.CodingErrorAction;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.zip.GZIPInputStream;
import java.util.zip.ZipException;

/** The text of a file, unpacked and decoded as it is read. Bytes that are no text come as U+FFFD. */
final class FileText implements AutoCloseable {
    /** A packed file may grow to this many times its size, and never mind the first bytes. */
    static final int MOST_GROWTH = 200;

    private static final long FREE_BYTES = 64L << 20;
    private static final int BUFFER_BYTES = 1 << 16;

    private final CountingStream packed;
    private final CountingReader reader;

    FileText(Path file, boolean gzip, String encoding) throws IOException, FileRefused {
        packed = new CountingStream(Files.newInputStream(file));
        try {
            InputStream bytes = gzip ? new Unpacked(packed) : packed;
            reader = new CountingReader(new InputStreamReader(
                    withoutMark(bytes),
                    charset(encoding)
                            .newDecoder()
                            .onMalformedInput(CodingErrorAction.REPLACE)
                            .onUnmappableCharacter(CodingErrorAction.REPLACE)
                            .replaceWith("\uFFFD")));
        } catch (ZipException e) {
            packed.close();
            throw new FileRefused("The file is no gzip file, or a broken one: " + e.getMessage() + ".", e);
        } catch (IOException | RuntimeException e) {
            packed.close();
            throw e;
        }
    }

    static Charset charset(String encoding) throws FileRefused {
        try {
            return Charset.forName(encoding);
        } catch (IllegalArgumentException e) {
            throw new FileRefused("\"" + encoding + "\" is no encoding known here; write it like UTF-8.", e);
        }
    }

    /** Without the byte order mark of UTF-8, which is no part of the text. */
    private static InputStream withoutMark(InputStream bytes) throws IOException {
        PushbackInputStream stream = new PushbackInputStream(bytes, 3);
        byte[] first = stream.readNBytes(3);
        boolean mark = Arrays.equals(first, new byte[] {(byte) 0xEF, (byte) 0xBB, (byte) 0xBF});
        if (!mark) {
            stream.unread(first);
        }
        return stream;
    }

    Reader reader() {
        return reader;
    }

    /** Characters read so far, a little ahead of who reads. */
    long charactersRead() {
        return reader.count;
    }

    /** Bytes read from the file so far. */
    long bytesRead() {
        return packed.count;
    }

    @Override
    public void close() throws IOException {
        reader.close();
    }

    /** Why reading failed, as a sentence. */
    static FileRefused refused(IOException cause, long line) {
        if (cause instanceof GrownTooMuch) {
            return new FileRefused(cause.getMessage(), cause);
        }
        return cause instanceof ZipException || cause instanceof java.io.EOFException
                ? new FileRefused(
                        "After line " + line
                                + " the packed file is broken or ends too early. Rows before it were read.",
                        cause)
                : new FileRefused("The file could not be read after line " + line + ".", cause);
    }

    static FileRefused refused(UncheckedIOException unchecked, long line) {
        return refused(unchecked.getCause(), line);
    }

    private static final class GrownTooMuch extends IOException {
        private static final long serialVersionUID = 1L;

        GrownTooMuch() {
            super("The file unpacks to more than " + MOST_GROWTH
                    + " times its size, which no file of events does. It was" + " not read further.");
        }
    }

    /** Unpacks, and gives up where the file grows as only a trap does. */
    private static final class Unpacked extends FilterInputStream {
        private final CountingStream from;
        private long count;

        Unpacked(CountingStream packed) throws IOException {
            super(new GZIPInputStream(packed, BUFFER_BYTES));
            from = packed;
        }

        @Override
        public int read() throws IOException {
            byte[] one = new byte[1];
            return read(one, 0, 1) < 0 ? -1 : one[0] & 0xFF;
        }

        @Override
        public int read(byte[] into, int at, int length) throws IOException {
            int some = super.read(into, at, length);
            count += Math.max(0, some);
            if (count > FREE_BYTES && count > MOST_GROWTH * from.count) {
                throw new GrownTooMuch();
            }
            return some;
        }
    }

    /** Reads in large pieces, so that reading one character after another is cheap. */
    private static final class CountingReader extends BufferedReader {
        private long count;

        CountingReader(Reader in) {
            super(in, BUFFER_BYTES);
        }

        @Override
        public int read() throws IOException {
            int one = super.read();
            count += one < 0 ? 0 : 1;
            return one;
        }

        @Override
        public int read(char[] into, int from, int length) throws IOException {
            int some = super.read(into, from, length);
            count += Math.max(0, some);
            return some;
        }
    }

    private static final class CountingStream extends FilterInputStream {
        private long count;

        CountingStream(InputStream in) {
            super(in);
        }

        @Override
        public int read() throws IOException {
            int one = super.read();
            count += one < 0 ? 0 : 1;
            return one;
        }

        @Override
        public int read(byte[] into, int from, int length) throws IOException {
            int some = super.read(into, from, length);
            count += Math.max(0, some);
            return some;
        }
    }
}
