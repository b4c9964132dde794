package coldtide.server.store.app;

/** Something was to be stored in an app that has been deleted meanwhile. */
public final class AppDeletedException extends RuntimeException {
    private static final long serialVersionUID = 1L;

    public AppDeletedException(App app) {
        super("The app \"" + app.key() + "\" has been deleted.");
    }
}
