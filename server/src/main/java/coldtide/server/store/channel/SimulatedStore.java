package coldtide.server.store.channel;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.Id;

/** Simulated app store that announces releases; it ships with the product. */
@Entity
public class SimulatedStore {
    @Id
    @Column(name = "app_id")
    private int appId;

    private String feed;

    protected SimulatedStore() {}

    /** @param feed releases with the steps of their rollouts, in JSON as they are imported */
    public SimulatedStore(int appId, String feed) {
        this.appId = appId;
        this.feed = feed;
    }

    public String feed() {
        return feed;
    }
}
