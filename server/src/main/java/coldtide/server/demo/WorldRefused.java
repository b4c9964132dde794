package coldtide.server.demo;

import org.springframework.boot.diagnostics.AbstractFailureAnalyzer;
import org.springframework.boot.diagnostics.FailureAnalysis;

/** A world that cannot be made; the start ends with its sentence instead of a trace. */
final class WorldRefused extends RuntimeException {
    private static final long serialVersionUID = 1;

    WorldRefused(Exception cause) {
        super(cause.getMessage(), cause);
    }

    /** Says it at the console. */
    static final class Said extends AbstractFailureAnalyzer<WorldRefused> {
        @Override
        protected FailureAnalysis analyze(Throwable failure, WorldRefused refused) {
            return new FailureAnalysis(
                    refused.getMessage(),
                    "Change the scenario file or the options of ./start; docs/scenario-format.md describes the format.",
                    refused);
        }
    }
}
