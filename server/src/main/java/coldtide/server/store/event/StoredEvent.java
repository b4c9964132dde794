package coldtide.server.store.event;

import jakarta.persistence.Column;
import jakarta.persistence.Embeddable;
import jakarta.persistence.EmbeddedId;
import jakarta.persistence.Entity;
import jakarta.persistence.Table;
import java.io.Serializable;
import java.time.Instant;
import org.hibernate.annotations.Immutable;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.type.SqlTypes;

/** An event as it is kept. Written and read in bulk; this mapping holds the schema to its columns. */
@Entity
@Immutable
@Table(name = "event")
class StoredEvent {
    /** What makes a twice-sent event one event. */
    @Embeddable
    record Key(@Column(name = "app_id") int appId, String source, String id) implements Serializable {}

    @EmbeddedId
    private Key key;

    @Column(name = "name_id")
    private int nameId;

    private Instant time;
    private Instant received;

    @Column(name = "install_id")
    private long installId;

    @Column(name = "account_id")
    private Long accountId;

    @Column(name = "context_id")
    private long contextId;

    @Column(name = "amount_micros")
    private Long amountMicros;

    private String currency;

    @Column(name = "revenue_type")
    private String revenueType;

    @JdbcTypeCode(SqlTypes.JSON)
    private String properties;

    private int batch;

    protected StoredEvent() {}
}
