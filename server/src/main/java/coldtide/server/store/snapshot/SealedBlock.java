package coldtide.server.store.snapshot;

import jakarta.persistence.Column;
import jakarta.persistence.Embeddable;
import jakarta.persistence.EmbeddedId;
import jakarta.persistence.Entity;
import java.io.Serializable;

/** One block of a sealed log. */
@Entity
class SealedBlock {
    /** The number of a block of an app. */
    @Embeddable
    record Key(@Column(name = "app_id") int appId, int number) implements Serializable {}

    @EmbeddedId
    private Key key;

    private byte[] columns;
    private byte[] gone;

    protected SealedBlock() {}

    SealedBlock(int appId, int number, byte[] columns, byte[] gone) {
        key = new Key(appId, number);
        this.columns = columns;
        this.gone = gone;
    }

    int number() {
        return key.number();
    }

    byte[] columns() {
        return columns;
    }

    byte[] gone() {
        return gone;
    }
}
