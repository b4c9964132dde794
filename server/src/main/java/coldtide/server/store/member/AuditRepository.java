package coldtide.server.store.member;

import jakarta.persistence.criteria.CriteriaBuilder;
import jakarta.persistence.criteria.CriteriaQuery;
import jakarta.persistence.criteria.Predicate;
import jakarta.persistence.criteria.Root;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import org.springframework.data.domain.Sort;
import org.springframework.data.jpa.domain.Specification;
import org.springframework.data.jpa.repository.JpaSpecificationExecutor;
import org.springframework.data.repository.Repository;

/** The audit log, newest first, a page at a time. */
public interface AuditRepository extends Repository<AuditEntry, Long>, JpaSpecificationExecutor<AuditEntry> {
    Sort NEWEST_FIRST = Sort.by(Sort.Direction.DESC, "id");

    /** Filter on entries; null for any. @param before the instant after the last */
    record Which(String who, String action, Integer appId, Instant since, Instant before)
            implements Specification<AuditEntry> {
        @Override
        public Predicate toPredicate(Root<AuditEntry> entry, CriteriaQuery<?> query, CriteriaBuilder is) {
            List<Predicate> all = new ArrayList<>();
            if (who != null && !who.isEmpty()) {
                all.add(is.equal(entry.get("who"), who));
            }
            if (action != null && !action.isEmpty()) {
                all.add(is.equal(entry.get("action"), action));
            }
            if (appId != null) {
                all.add(is.equal(entry.get("appId"), appId));
            }
            if (since != null) {
                all.add(is.greaterThanOrEqualTo(entry.get("at"), since));
            }
            if (before != null) {
                all.add(is.lessThan(entry.get("at"), before));
            }
            return is.and(all.toArray(Predicate[]::new));
        }
    }

    AuditEntry save(AuditEntry entry);
}
