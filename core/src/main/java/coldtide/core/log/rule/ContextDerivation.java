package coldtide.core.log.rule;

import java.util.List;
import java.util.Map;

/**
 * Properties worked out from others of the same context. They are nowhere kept: a log has them as its derivation says when it is
 * built, so changing what is derived costs a look at each context and none at the events. Equal ones derive the same.
 */
public interface ContextDerivation {
    /** Derives nothing. */
    ContextDerivation NONE = new ContextDerivation() {
        @Override
        public List<String> reads() {
            return List.of();
        }

        @Override
        public Map<String, String> of(Map<String, String> context) {
            return Map.of();
        }
    };

    /** Properties looked at. */
    List<String> reads();

    /** @param context those of the properties looked at that are there */
    Map<String, String> of(Map<String, String> context);
}
