package coldtide.server.store.event;

import coldtide.server.store.app.App;
import it.unimi.dsi.fastutil.longs.LongOpenHashSet;
import it.unimi.dsi.fastutil.longs.LongSet;
import it.unimi.dsi.fastutil.longs.LongSets;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import org.springframework.stereotype.Component;

/**
 * Installs and accounts of each app from which no more events are accepted, because their group of users has too many (see {@code
 * OversizedGroups}). {@link EventReader} finds them, {@link EventWriter} rejects their events. After a start, a group is found when its
 * first new event is read.
 */
@Component
class OversizedUsers {
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
