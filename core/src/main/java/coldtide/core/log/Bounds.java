package coldtide.core.log;

/**
 * The earliest and latest instants of some events, in milliseconds since 1970 UTC.
 *
 * @param watermarkMillis the latest arrival
 */
record Bounds(long oldestMillis, long newestMillis, long watermarkMillis) {
    static final Bounds NONE = new Bounds(Long.MAX_VALUE, Long.MIN_VALUE, Long.MIN_VALUE);

    Bounds with(RawEvent event) {
        boolean within = event.timeMillis >= oldestMillis
                && event.timeMillis <= newestMillis
                && event.receivedMillis <= watermarkMillis;
        return within ? this : with(event.timeMillis, event.timeMillis, event.receivedMillis);
    }

    Bounds with(long oldest, long newest, long watermark) {
        return new Bounds(
                Math.min(oldestMillis, oldest), Math.max(newestMillis, newest), Math.max(watermarkMillis, watermark));
    }

    boolean isEmpty() {
        return oldestMillis > newestMillis;
    }
}
