package coldtide.server.store.event;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.Id;

/** One app instance on one device. Written by the bulk path. */
@Entity
class Install {
    @Id
    private Long id;

    @Column(name = "app_id")
    private int appId;

    private String key;

    protected Install() {}
}
