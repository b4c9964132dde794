package coldtide.core.log.column;

import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.List;

/** Arrays and texts one after another as bytes, lowest byte first, each with its length. */
public final class BlockWriter {
    private byte[] bytes = new byte[1 << 16];
    private int size;

    private ByteBuffer room(long more) {
        if (size + more > bytes.length) {
            bytes = Arrays.copyOf(
                    bytes, (int) Math.min(Integer.MAX_VALUE - 8L, Math.max(2L * bytes.length, size + more)));
        }
        ByteBuffer at = ByteBuffer.wrap(bytes, size, (int) more).slice().order(ByteOrder.LITTLE_ENDIAN);
        size += (int) more;
        return at;
    }

    public void number(long value) {
        room(8).putLong(value);
    }

    public void text(String text) {
        array(text.getBytes(StandardCharsets.UTF_8));
    }

    public void texts(List<String> texts) {
        number(texts.size());
        texts.forEach(this::text);
    }

    public void array(byte[] values) {
        number(values.length);
        room(values.length).put(values);
    }

    public void array(short[] values) {
        number(values.length);
        room(2L * values.length).asShortBuffer().put(values);
    }

    public void array(char[] values) {
        number(values.length);
        room(2L * values.length).asCharBuffer().put(values);
    }

    public void array(int[] values) {
        array(values, values.length);
    }

    public void array(int[] values, int length) {
        number(length);
        room(4L * length).asIntBuffer().put(values, 0, length);
    }

    public void array(long[] values) {
        number(values.length);
        room(8L * values.length).asLongBuffer().put(values);
    }

    public void array(double[] values) {
        number(values.length);
        room(8L * values.length).asDoubleBuffer().put(values);
    }

    public byte[] bytes() {
        return Arrays.copyOf(bytes, size);
    }
}
