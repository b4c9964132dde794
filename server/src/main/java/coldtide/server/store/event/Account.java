package coldtide.server.store.event;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.Id;

/** An account that events of an app have named. Written by the bulk path. */
@Entity
class Account {
    @Id
    private Long id;

    @Column(name = "app_id")
    private int appId;

    private String key;

    protected Account() {}
}
