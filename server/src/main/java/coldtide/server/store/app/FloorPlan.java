package coldtide.server.store.app;

import jakarta.persistence.Column;
import jakarta.persistence.Embeddable;
import jakarta.persistence.EmbeddedId;
import jakarta.persistence.Entity;
import java.io.Serializable;
import java.time.Instant;

/** The drawing of a level, made harmless already. */
@Entity
public class FloorPlan {
    /** Key: app and level. */
    @Embeddable
    public record Key(@Column(name = "app_id") int appId, double level) implements Serializable {}

    /** Coordinates that the drawing shows. */
    @Embeddable
    public record Box(
            @Column(name = "min_x") double minX,
            @Column(name = "min_y") double minY,
            double width,
            double height) implements Serializable {}

    @EmbeddedId
    private Key key;

    private String svg;
    private Box box;
    private Instant changed;

    @Column(name = "changed_by")
    private String changedBy;

    protected FloorPlan() {}

    public FloorPlan(int appId, double level, String svg, Box box, String byUser) {
        key = new Key(appId, level);
        this.svg = svg;
        this.box = box;
        changed = Instant.now();
        changedBy = byUser;
    }

    public double level() {
        return key.level();
    }

    public String svg() {
        return svg;
    }

    public Box box() {
        return box;
    }

    public Instant changed() {
        return changed;
    }

    public String changedBy() {
        return changedBy;
    }
}
