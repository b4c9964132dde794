package coldtide.core.log;

import static java.util.Objects.requireNonNull;

import coldtide.core.time.DayBoundaries;
import coldtide.core.time.DayRange;
import it.unimi.dsi.fastutil.objects.Object2IntOpenHashMap;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;

/**
 * Gathers events in any order and builds logs from them: one can be built, more added, and the next one built. One thread
 * adds; {@link #build} uses all cores. Adding costs amortised constant time and about 32 bytes an event; building sorts
 * only people whose events are out of order.
 */
public final class EventLogBuilder {
    private static final int MOST_CODES = Short.MAX_VALUE;

    LogSettings settings;
    final Dictionary names = new Dictionary();
    final List<Release> releases = new ArrayList<>();

    private final Object2IntOpenHashMap<Release> releaseCodes = new Object2IntOpenHashMap<>();
    private final RawColumns raw = new RawColumns();
    private final int shardEvents;
    private long newestMillis = Long.MIN_VALUE;
    private long oldestMillis = Long.MAX_VALUE;
    private long watermarkMillis = Long.MIN_VALUE;

    public EventLogBuilder(LogSettings settings) {
        this(settings, 64 * 1024);
    }

    /** @param shardEvents events a shard holds at least, people being whole; at least 1 */
    public EventLogBuilder(LogSettings settings, int shardEvents) {
        if (shardEvents < 1) {
            throw new IllegalArgumentException("A shard must hold at least 1 event, not " + shardEvents + ".");
        }
        this.settings = requireNonNull(settings, "settings");
        this.shardEvents = shardEvents;
        releaseCodes.defaultReturnValue(-1);
    }

    /** What the next log is built by; rates or a session gap may have changed since the last. */
    public void settings(LogSettings changed) {
        settings = requireNonNull(changed, "settings");
    }

    /** The code of an event name, given now if it is new. */
    public int nameCode(String name) {
        return checked(names.add(name), "event names");
    }

    /** The code of a release, given now if it is new. */
    public int releaseCode(Release release) {
        int known = releaseCodes.getInt(release);
        if (known >= 0) {
            return known;
        }
        int code = checked(releases.size(), "releases");
        releaseCodes.put(release, code);
        releases.add(release);
        return code;
    }

    private static int checked(int code, String what) {
        if (code >= MOST_CODES) {
            throw new IllegalStateException("An app may have at most " + MOST_CODES + " " + what + ".");
        }
        return code;
    }

    /** Makes room for about as many events, which saves growing; adding more or fewer is no fault. */
    public void expect(long events) {
        raw.expect((int) Math.min(Math.max(0, events), Integer.MAX_VALUE - 8));
    }

    /** Copies {@code event}, which may then be reused. */
    public void add(RawEvent event) {
        newestMillis = Math.max(newestMillis, event.timeMillis);
        oldestMillis = Math.min(oldestMillis, event.timeMillis);
        watermarkMillis = Math.max(watermarkMillis, event.receivedMillis);
        raw.add(event);
    }

    public int size() {
        return raw.size();
    }

    /** The log of everything added; empty if nothing was, since a log without days has no answers. */
    public Optional<EventLog> build() {
        if (raw.size() == 0) {
            return Optional.empty();
        }
        LocalDate first = settings.calendar().dayOf(Instant.ofEpochMilli(oldestMillis));
        LocalDate last = settings.calendar().dayOf(Instant.ofEpochMilli(newestMillis));
        DayBoundaries days = settings.calendar().boundaries(new DayRange(first, last.plusDays(1)));
        Identity identity = new Identity(raw);
        int[] offsets = raw.offsets(identity);
        int[] order = raw.grouped(identity, offsets);
        int[] cuts = cuts(offsets);
        List<Shard> shards = IntStream.range(0, cuts.length - 1)
                .parallel()
                .mapToObj(s -> shard(days, identity, order, offsets, cuts[s], cuts[s + 1]))
                .toList();
        return Optional.of(new EventLog(this, days, shards));
    }

    /** The people at which shards begin, and the end. */
    private int[] cuts(int[] offsets) {
        List<Integer> cuts = new ArrayList<>(List.of(0));
        for (int person = 1; person < offsets.length; person++) {
            int begun = cuts.get(cuts.size() - 1);
            boolean full = offsets[person] - offsets[begun] >= shardEvents;
            if (full || person == offsets.length - 1) {
                cuts.add(person);
            }
        }
        return cuts.stream().mapToInt(Integer::intValue).toArray();
    }

    private Shard shard(DayBoundaries days, Identity identity, int[] order, int[] offsets, int from, int to) {
        int rows = offsets[to] - offsets[from];
        ShardBuilder shard = new ShardBuilder(raw, days, this, identity, to - from, rows);
        for (int person = from; person < to; person++) {
            raw.sortByTime(order, offsets[person], offsets[person + 1]);
            shard.person(person - from, order, offsets[person], offsets[person + 1]);
        }
        return shard.build();
    }

    BitSet passiveCodes() {
        BitSet codes = new BitSet();
        for (int code = 0; code < names.size(); code++) {
            codes.set(code, settings.passiveEvents().contains(names.text(code)));
        }
        return codes;
    }

    Instant watermark() {
        return Instant.ofEpochMilli(watermarkMillis);
    }

    Instant newest() {
        return Instant.ofEpochMilli(newestMillis);
    }
}
