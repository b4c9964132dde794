package coldtide.server.store;

import java.util.List;
import org.springframework.data.domain.Pageable;
import org.springframework.data.repository.Repository;

public interface AuditRepository extends Repository<AuditEntry, Long> {
    AuditEntry save(AuditEntry entry);

    List<AuditEntry> findAllByOrderByIdDesc(Pageable page);

    long count();
}
