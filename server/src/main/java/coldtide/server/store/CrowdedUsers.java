package coldtide.server.store;

import it.unimi.dsi.fastutil.longs.LongOpenHashSet;
import it.unimi.dsi.fastutil.longs.LongSet;
import it.unimi.dsi.fastutil.longs.LongSets;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import org.springframework.stereotype.Component;

/**
 * Users of whom no more events are taken, by app: they share installs with each other and have too many events together. The reader
 * finds them, the writer asks. Known from the first reading of their events after a start on.
 */
@Component
class CrowdedUsers {
    /** The store's numbers of installs and accounts. */
    record Keys(LongSet installs, LongSet accounts) {
        static final Keys NONE = new Keys(LongSets.EMPTY_SET, LongSets.EMPTY_SET);
    }

    private final Map<Integer, Keys> ofApp = new ConcurrentHashMap<>();

    void found(App app, LongSet installs, LongSet accounts) {
        ofApp.put(app.id(), new Keys(new LongOpenHashSet(installs), new LongOpenHashSet(accounts)));
    }

    Keys of(App app) {
        return ofApp.getOrDefault(app.id(), Keys.NONE);
    }
}
