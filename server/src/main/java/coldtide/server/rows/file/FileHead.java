package coldtide.server.rows.file;

import coldtide.server.rows.FileRefused;
import coldtide.server.rows.ImportFormat;
import java.io.ByteArrayInputStream;
import java.io.EOFException;
import java.io.IOException;
import java.io.InputStream;
import java.io.SequenceInputStream;
import java.nio.ByteBuffer;
import java.nio.CharBuffer;
import java.nio.charset.CharsetDecoder;
import java.nio.charset.CoderResult;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.Optional;
import java.util.zip.GZIPInputStream;

/**
 * What the first bytes of a file tell: how it is packed, which format, which encoding.
 *
 * @param text the beginning of a text file, decoded; empty for others
 * @param cut whether the file goes on after that
 */
record FileHead(ImportFormat.Format format, boolean gzip, String encoding, String text, boolean cut) {
    private static final int SAMPLE_BYTES = 512 * 1024;

    static FileHead of(Path file) throws IOException, FileRefused {
        try (InputStream bytes = Files.newInputStream(file)) {
            byte[] first = bytes.readNBytes(4);
            if (first.length == 0) {
                throw new FileRefused("The file is empty. Its first line must name the columns.");
            }
            if (Arrays.equals(first, "PAR1".getBytes(StandardCharsets.US_ASCII))) {
                return new FileHead(ImportFormat.Format.PARQUET, false, "UTF-8", "", true);
            }
            if (first.length == 4 && first[0] == 'P' && first[1] == 'K' && first[2] == 3 && first[3] == 4) {
                throw new FileRefused(
                        "This is a ZIP archive or a spreadsheet. Send the table in it as CSV, packed by gzip if"
                                + " it is large.");
            }
            boolean gzip = isGzip(first);
            InputStream whole = new SequenceInputStream(new ByteArrayInputStream(first), bytes);
            return text(gzip ? new GZIPInputStream(whole) : whole, gzip);
        } catch (java.util.zip.ZipException | EOFException e) {
            throw new FileRefused("The file begins like a gzip file but is broken or ends too early.", e);
        }
    }

    private static boolean isGzip(byte[] bytes) {
        return bytes.length > 1 && bytes[0] == (byte) 0x1F && bytes[1] == (byte) 0x8B;
    }

    /** The first bytes; of a packed file that ends too early, those that can still be unpacked. */
    private static byte[] first(InputStream bytes) throws IOException {
        byte[] sample = new byte[SAMPLE_BYTES];
        int length = 0;
        try {
            for (int some = 0; some >= 0 && length < SAMPLE_BYTES; length += Math.max(0, some)) {
                some = bytes.read(sample, length, SAMPLE_BYTES - length);
            }
        } catch (EOFException endsTooEarly) {
            if (length == 0) {
                throw endsTooEarly;
            }
        }
        return Arrays.copyOf(sample, length);
    }

    private static FileHead text(InputStream bytes, boolean gzip) throws IOException, FileRefused {
        byte[] sample = first(bytes);
        if (isGzip(sample)) {
            throw new FileRefused("The file is packed by gzip twice. Unpack it once and send it again.");
        }
        String encoding = encoding(sample);
        String text = FileText.charset(encoding).decode(ByteBuffer.wrap(sample)).toString();
        text = text.startsWith("\uFEFF") ? text.substring(1) : text;
        String content = text.stripLeading();
        if (content.isEmpty()) {
            throw new FileRefused("The file is empty. Its first line must name the columns.");
        }
        if (content.charAt(0) == '[') {
            throw new FileRefused("This is a JSON list. Send one JSON object a line (NDJSON) instead.");
        }
        ImportFormat.Format format = content.charAt(0) == '{' ? ImportFormat.Format.NDJSON : ImportFormat.Format.CSV;
        return new FileHead(format, gzip, encoding, text, sample.length == SAMPLE_BYTES);
    }

    /** By byte order mark, else UTF-8 if the bytes are valid UTF-8, else UTF-16 by its zero bytes, else Windows-1252. */
    static String encoding(byte[] sample) {
        return mark(sample).orElseGet(() -> {
            int evenZeros = 0;
            int oddZeros = 0;
            for (int i = 0; i < sample.length; i++) {
                evenZeros += sample[i] == 0 && (i & 1) == 0 ? 1 : 0;
                oddZeros += sample[i] == 0 && (i & 1) == 1 ? 1 : 0;
            }
            if (oddZeros > sample.length / 4) {
                return "UTF-16LE";
            }
            if (evenZeros > sample.length / 4) {
                return "UTF-16BE";
            }
            return validUtf8(sample) ? "UTF-8" : "windows-1252";
        });
    }

    private static Optional<String> mark(byte[] sample) {
        int first = sample.length > 1 ? (sample[0] & 0xFF) << 8 | sample[1] & 0xFF : 0;
        if (first == 0xEFBB) {
            return Optional.of("UTF-8");
        }
        if (first == 0xFFFE || first == 0xFEFF) {
            return Optional.of("UTF-16");
        }
        return Optional.empty();
    }

    /** A character cut off by the end of the sample is no fault; nor is one stray byte in a thousand good characters. */
    private static boolean validUtf8(byte[] sample) {
        CharsetDecoder decoder = StandardCharsets.UTF_8.newDecoder();
        ByteBuffer bytes = ByteBuffer.wrap(sample);
        CharBuffer chars = CharBuffer.allocate(sample.length + 1);
        int faults = 0;
        int wide = 0;
        while (true) {
            CoderResult result = decoder.decode(bytes, chars, false);
            if (!result.isError()) {
                break;
            }
            faults++;
            bytes.position(bytes.position() + result.length());
        }
        chars.flip();
        while (chars.hasRemaining()) {
            wide += chars.get() > 0x7F ? 1 : 0;
        }
        return faults == 0 || faults * 1000L < wide;
    }
}
