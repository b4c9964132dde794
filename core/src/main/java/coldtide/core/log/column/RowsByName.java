package coldtide.core.log.column;

/** The rows of a shard by the name of their event, ascending, so that who asks for one name reads only its rows. */
public final class RowsByName {
    /** Rows of name {@code c} stand from {@code from[c]} to before {@code from[c + 1]}. */
    private final int[] from;

    /** Rows, narrow where the shard is small enough, which nearly all are. */
    private final char[] near;

    private final int[] far;

    public RowsByName(short[] names) {
        int codes = 0;
        for (short name : names) {
            codes = Math.max(codes, name + 1);
        }
        from = new int[codes + 1];
        for (short name : names) {
            from[name + 1]++;
        }
        for (int code = 0; code < codes; code++) {
            from[code + 1] += from[code];
        }
        boolean fits = names.length <= Character.MAX_VALUE + 1;
        near = fits ? new char[names.length] : null;
        far = fits ? null : new int[names.length];
        int[] next = from.clone();
        for (int row = 0; row < names.length; row++) {
            int at = next[names[row]]++;
            if (fits) {
                near[at] = (char) row;
            } else {
                far[at] = row;
            }
        }
    }

    /** How many rows have a name. */
    public int count(int name) {
        return name + 1 < from.length ? from[name + 1] - from[name] : 0;
    }

    /** Row {@code i} of a name that has more than {@code i}; they ascend. */
    public int row(int name, int i) {
        int at = from[name] + i;
        return near != null ? near[at] : far[at];
    }

    public long bytes() {
        return (near != null ? 2L * near.length : 4L * far.length) + 4L * from.length;
    }
}
