package coldtide.server.engine;

import coldtide.core.log.EventLog;
import coldtide.core.scan.ScanRunner;

/** A room's usual questions, asked a few times after a start so that people do not meet code that is still cold. */
@FunctionalInterface
public interface WarmUp {
    void ask(EventLog log, ScanRunner runner);
}
