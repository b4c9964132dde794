package coldtide.server.engine;

import coldtide.server.engine.QueryService.Asked;

/** A room's usual questions, asked a few times after a start so that people do not meet code that is still cold. */
@FunctionalInterface
public interface WarmUp {
    void warm(Asked asked);
}
