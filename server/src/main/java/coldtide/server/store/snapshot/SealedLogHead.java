package coldtide.server.store.snapshot;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Table;

/** Head of a stored log snapshot, without its blocks. */
@Entity
@Table(name = "sealed_log")
class SealedLogHead {
    @Id
    @Column(name = "app_id")
    private int appId;

    private int format;
    private long batch;
    private byte[] contexts;
    private byte[] head;

    protected SealedLogHead() {}

    /**
     * @param format how the bytes are to be read
     * @param batch the newest whose events are in it
     * @param contexts the store's numbers of the contexts, by the codes they have in the log, 8 bytes each
     */
    SealedLogHead(int appId, int format, long batch, byte[] contexts, byte[] head) {
        this.appId = appId;
        this.format = format;
        this.batch = batch;
        this.contexts = contexts;
        this.head = head;
    }

    int format() {
        return format;
    }

    long batch() {
        return batch;
    }

    byte[] contexts() {
        return contexts;
    }

    byte[] head() {
        return head;
    }
}
