package coldtide.world;

import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.Map;

/**
 * What stays the same from event to event of one install on one version: device, place, channel, version. Events share one
 * instance.
 *
 * @param properties standard properties by name, in writing order
 */
public record WorldContext(Map<String, String> properties) {
    public WorldContext {
        properties = Collections.unmodifiableMap(new LinkedHashMap<>(properties));
    }
}
