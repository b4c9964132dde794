package coldtide.server.store.intake;

import jakarta.persistence.LockModeType;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import org.springframework.data.domain.Limit;
import org.springframework.data.jpa.repository.Lock;
import org.springframework.data.repository.Repository;

/** Imports of files, by app, number and state. */
public interface ImportRepository extends Repository<Import, Integer> {
    Import save(Import run);

    Optional<Import> findByAppIdAndId(int appId, int id);

    /** One that nobody else changes before the transaction ends. */
    @Lock(LockModeType.PESSIMISTIC_WRITE)
    Optional<Import> findForChangeByAppIdAndId(int appId, int id);

    List<Import> findByAppIdAndIdLessThanOrderByIdDesc(int appId, int end, Limit limit);

    Optional<Import> findByAppIdAndByUserAndFingerprintAndState(
            int appId, String byUser, String fingerprint, Import.State state);

    List<Import> findByAppIdAndStateIn(int appId, Collection<Import.State> states);

    List<Import> findByStateIn(Collection<Import.State> states);
}
