package coldtide.server.store;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.Id;

/** A person: one install until an account is known, then everything of that account. Written by the bulk path. */
@Entity
class Person {
    @Id
    private Long id;

    @Column(name = "app_id")
    private int appId;

    private String account;

    protected Person() {}
}
