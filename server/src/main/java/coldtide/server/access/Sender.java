package coldtide.server.access;

import coldtide.server.store.app.AppKey;
import java.security.Principal;

/** A program that sends events by an app's key. */
public record Sender(int keyId, int appId, int perSecond, String keyName) implements Principal {
    static Sender of(AppKey key) {
        return new Sender(key.id(), key.appId(), key.perSecond(), key.name());
    }

    @Override
    public String getName() {
        return "key " + keyName;
    }
}
