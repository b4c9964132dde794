package coldtide.server.store;

import jakarta.persistence.LockModeType;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import org.springframework.data.domain.Limit;
import org.springframework.data.jpa.repository.Lock;
import org.springframework.data.repository.Repository;

public interface ImportRepository extends Repository<Import, Integer> {
    Import save(Import run);

    Optional<Import> findByAppIdAndId(int appId, int id);

    /** One that nobody else changes before the transaction ends. */
    @Lock(LockModeType.PESSIMISTIC_WRITE)
    Optional<Import> findForChangeByAppIdAndId(int appId, int id);

    List<Import> findByAppIdOrderByIdDesc(int appId, Limit limit);

    Optional<Import> findByAppIdAndByUserAndFingerprintAndState(
            int appId, String byUser, String fingerprint, Import.State state);

    List<Import> findByAppIdAndStateIn(int appId, Collection<Import.State> states);

    List<Import> findByStateIn(Collection<Import.State> states);
}
