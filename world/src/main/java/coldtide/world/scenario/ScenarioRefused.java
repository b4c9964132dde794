package coldtide.world.scenario;

/** A scenario that cannot be made; its message is a sentence that names what and where. */
public final class ScenarioRefused extends Exception {
    private static final long serialVersionUID = 1;

    ScenarioRefused(String message, Throwable cause) {
        super(message, cause);
    }
}
