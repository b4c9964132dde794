package coldtide.core.log.column;

import java.nio.BufferUnderflowException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;

/** Reads what a {@link BlockWriter} wrote. Bytes that end too soon or name impossible lengths are refused. */
public final class BlockReader {
    private final ByteBuffer bytes;

    public BlockReader(byte[] bytes) {
        this.bytes = ByteBuffer.wrap(bytes).order(ByteOrder.LITTLE_ENDIAN);
    }

    public long number() {
        try {
            return bytes.getLong();
        } catch (BufferUnderflowException e) {
            throw spoilt(e);
        }
    }

    private static IllegalArgumentException spoilt(Exception cause) {
        return new IllegalArgumentException("The sealed log is incomplete.", cause);
    }

    /** The next {@code count} values of {@code width} bytes. */
    private ByteBuffer next(long count, int width) {
        if (count < 0 || count * width > bytes.remaining()) {
            throw spoilt(null);
        }
        int length = (int) count * width;
        ByteBuffer part = bytes.slice(bytes.position(), length).order(ByteOrder.LITTLE_ENDIAN);
        bytes.position(bytes.position() + length);
        return part;
    }

    private ByteBuffer next(int width) {
        return next(number(), width);
    }

    public String text() {
        return new String(bytes(), StandardCharsets.UTF_8);
    }

    public List<String> texts() {
        long count = number();
        List<String> texts = new ArrayList<>();
        for (long i = 0; i < count; i++) {
            texts.add(text());
        }
        return texts;
    }

    public byte[] bytes() {
        ByteBuffer part = next(1);
        byte[] values = new byte[part.remaining()];
        part.get(values);
        return values;
    }

    public short[] shorts() {
        ByteBuffer part = next(2);
        short[] values = new short[part.remaining() / 2];
        part.asShortBuffer().get(values);
        return values;
    }

    char[] chars() {
        ByteBuffer part = next(2);
        char[] values = new char[part.remaining() / 2];
        part.asCharBuffer().get(values);
        return values;
    }

    public int[] ints() {
        ByteBuffer part = next(4);
        int[] values = new int[part.remaining() / 4];
        part.asIntBuffer().get(values);
        return values;
    }

    public long[] longs() {
        ByteBuffer part = next(8);
        long[] values = new long[part.remaining() / 8];
        part.asLongBuffer().get(values);
        return values;
    }

    double[] doubles() {
        ByteBuffer part = next(8);
        double[] values = new double[part.remaining() / 8];
        part.asDoubleBuffer().get(values);
        return values;
    }
}
