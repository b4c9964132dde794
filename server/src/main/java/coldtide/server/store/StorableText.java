package coldtide.server.store;

/** Tests whether the database can store a text: it takes neither zero bytes nor half of a surrogate pair. */
public final class StorableText {
    private StorableText() {}

    /** Whether a text holds neither a zero character nor a surrogate without its partner. Cost: one look at each character. */
    public static boolean accepts(String text) {
        for (int i = 0; i < text.length(); i++) {
            char c = text.charAt(i);
            if (c == 0) {
                return false;
            }
            if (Character.isSurrogate(c)) {
                if (!isPairAt(text, i)) {
                    return false;
                }
                i++;
            }
        }
        return true;
    }

    /** The text with U+FFFD in place of what cannot be stored. */
    public static String clean(String text) {
        if (accepts(text)) {
            return text;
        }
        StringBuilder clean = new StringBuilder(text.length());
        for (int i = 0; i < text.length(); i++) {
            char c = text.charAt(i);
            if (isPairAt(text, i)) {
                clean.append(c).append(text.charAt(++i));
            } else {
                clean.append(c == 0 || Character.isSurrogate(c) ? '\uFFFD' : c);
            }
        }
        return clean.toString();
    }

    /** At most {@code most} characters of a text, an ellipsis after them if it goes on; never half of a surrogate pair. */
    public static String shortened(String text, int most) {
        if (text.length() <= most) {
            return text;
        }
        int end = most > 0 && isPairAt(text, most - 1) ? most - 1 : most;
        return text.substring(0, end) + " …";
    }

    private static boolean isPairAt(String text, int i) {
        return Character.isHighSurrogate(text.charAt(i))
                && i + 1 < text.length()
                && Character.isLowSurrogate(text.charAt(i + 1));
    }
}
