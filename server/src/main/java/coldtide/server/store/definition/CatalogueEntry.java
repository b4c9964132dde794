package coldtide.server.store.definition;

import jakarta.persistence.Column;
import jakarta.persistence.Embeddable;
import jakarta.persistence.EmbeddedId;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import java.io.Serializable;

/** Catalogue entry: what members wrote about an event or a property. */
@Entity
public class CatalogueEntry {
    /** Kind of thing the entry is about. */
    public enum Kind {
        EVENT,
        PROPERTY
    }

    /** Key: app, kind and name. */
    @Embeddable
    public record Key(
            @Column(name = "app_id") int appId,
            @Enumerated(EnumType.STRING) Kind kind,
            String name) implements Serializable {}

    /**
     * The written text.
     *
     * @param shownAs the name by which people see it; empty for its own
     * @param hidden whether it is left out where one is chosen
     * @param retired whether it is no longer sent on purpose
     */
    public record Words(String shownAs, String description, String owner, boolean hidden, boolean retired) {}

    @EmbeddedId
    private Key key;

    @Column(name = "shown_as")
    private String shownAs;

    private String description;
    private String owner;
    private boolean hidden;
    private boolean retired;

    protected CatalogueEntry() {}

    public CatalogueEntry(int appId, Kind kind, String name, Words words) {
        key = new Key(appId, kind, name);
        shownAs = words.shownAs();
        description = words.description();
        owner = words.owner();
        hidden = words.hidden();
        retired = words.retired();
    }

    public Kind kind() {
        return key.kind();
    }

    public String name() {
        return key.name();
    }

    public Words words() {
        return new Words(shownAs, description, owner, hidden, retired);
    }
}
