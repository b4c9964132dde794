package coldtide.server.store.app;

import jakarta.persistence.CollectionTable;
import jakarta.persistence.Column;
import jakarta.persistence.ElementCollection;
import jakarta.persistence.Embeddable;
import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.JoinColumn;
import jakarta.persistence.OrderBy;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;

/** A version of an app on a platform, with the steps of its rollout. */
@Entity
public class Release {
    /**
     * From an instant on, a share of people is offered the release.
     *
     * @param share above 0, at most 1
     */
    @Embeddable
    public record Step(Instant starts, double share) {}

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Integer id;

    @Column(name = "app_id")
    private int appId;

    private String version;
    private String platform;
    private String build;

    @ElementCollection
    @CollectionTable(name = "release_step", joinColumns = @JoinColumn(name = "release_id"))
    @OrderBy("starts")
    private List<Step> steps = new ArrayList<>();

    protected Release() {}

    public Release(int appId, String version, String platform, String build, List<Step> steps) {
        this.appId = appId;
        this.version = version;
        this.platform = platform;
        this.build = build;
        this.steps.addAll(steps);
    }

    /** Puts other build and steps in place of those there were. */
    public void change(String build, List<Step> steps) {
        this.build = build;
        this.steps.clear();
        this.steps.addAll(steps);
    }

    public int id() {
        return id;
    }

    public String build() {
        return build;
    }

    public String version() {
        return version;
    }

    public String platform() {
        return platform;
    }

    public List<Step> steps() {
        return List.copyOf(steps);
    }
}
