package coldtide.server.apps;

import coldtide.server.store.app.App;

/** An app has just been deleted: nothing shows it any more, and its data will soon be gone. Told to all who keep something of apps. */
public record AppDeleted(App app) {}
