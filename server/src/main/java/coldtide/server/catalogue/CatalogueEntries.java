package coldtide.server.catalogue;

import coldtide.server.access.Audit;
import coldtide.server.http.Problem;
import coldtide.server.store.app.App;
import coldtide.server.store.definition.CatalogueEntry;
import coldtide.server.store.definition.CatalogueEntry.Kind;
import coldtide.server.store.definition.CatalogueEntry.Words;
import coldtide.server.store.definition.CatalogueRepository;
import java.util.List;
import java.util.Locale;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/**
 * Descriptions, owners and display names that members gave to events and properties.
 */
@Service
class CatalogueEntries {
    private final CatalogueRepository entries;
    private final Audit audit;

    CatalogueEntries(CatalogueRepository entries, Audit audit) {
        this.entries = entries;
        this.audit = audit;
    }

    List<CatalogueEntry> of(App app) {
        return entries.ofApp(app.id());
    }

    /** @param known whether it was ever received */
    @Transactional
    public CatalogueEntry write(App app, Kind kind, String name, Words words, boolean known) {
        String what = kind.name().toLowerCase(Locale.ROOT);
        if (!known) {
            throw Problem.badField("name", "No " + what + " named \"" + name + "\" was ever received.");
        }
        boolean taken = !words.shownAs().isEmpty()
                && of(app).stream()
                        .anyMatch(other -> other.kind() == kind
                                && !other.name().equals(name)
                                && other.words().shownAs().equals(words.shownAs()));
        if (taken) {
            throw Problem.badField("shownAs", "Another " + what + " is already shown as \"" + words.shownAs() + "\".");
        }
        audit.note(app, "catalogue changed", what + " " + name);
        return entries.save(new CatalogueEntry(app.id(), kind, name, words));
    }
}
