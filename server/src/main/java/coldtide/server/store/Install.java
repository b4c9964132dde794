package coldtide.server.store;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.Id;

/** One app instance on one device, the person it belongs to and the account it first named. Written by the bulk path. */
@Entity
class Install {
    @Id
    private Long id;

    @Column(name = "app_id")
    private int appId;

    private String key;

    @Column(name = "person_id")
    private long personId;

    private String account;

    protected Install() {}
}
