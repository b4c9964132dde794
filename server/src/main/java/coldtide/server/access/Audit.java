package coldtide.server.access;

import coldtide.server.store.StorableText;
import coldtide.server.store.app.App;
import coldtide.server.store.member.AuditEntry;
import coldtide.server.store.member.AuditRepository;
import org.springframework.security.core.Authentication;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.stereotype.Component;

/** Writes down what was changed and by whom; within the transaction of the change, if there is one. */
@Component
public class Audit {
    private final AuditRepository entries;

    Audit(AuditRepository entries) {
        this.entries = entries;
    }

    /**
     * Of an app.
     *
     * @param action what was done, in two or three words
     * @param detail to what, and how
     */
    public void note(App app, String action, String detail) {
        entries.save(new AuditEntry(who(), app.id(), action, detail));
    }

    /** Of no single app. */
    public void note(String action, String detail) {
        entries.save(new AuditEntry(who(), null, action, detail));
    }

    /** Records an action without a signed-in member. */
    public void noteBy(String who, String action, String detail) {
        entries.save(new AuditEntry(who, null, action, detail));
    }

    /** Records a background action on behalf of a member. */
    public void noteBy(String who, App app, String action, String detail) {
        entries.save(new AuditEntry(who, app.id(), action, detail));
    }

    /** A text that somebody sent, as it is noted: in quotes, and not long. */
    public static String quoted(String text) {
        return '"' + StorableText.clean(StorableText.shortened(text, 80)) + '"';
    }

    /** The name of whoever asks; a key's name where a program does. */
    private static String who() {
        Authentication who = SecurityContextHolder.getContext().getAuthentication();
        return who == null ? "the server" : who.getName();
    }
}
