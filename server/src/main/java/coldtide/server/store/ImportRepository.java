package coldtide.server.store;

import java.util.Collection;
import java.util.List;
import java.util.Optional;
import org.springframework.data.domain.Limit;
import org.springframework.data.repository.Repository;

public interface ImportRepository extends Repository<Import, Integer> {
    Import save(Import run);

    Optional<Import> findByAppIdAndId(int appId, int id);

    List<Import> findByAppIdOrderByIdDesc(int appId, Limit limit);

    Optional<Import> findByAppIdAndByUserAndFingerprintAndState(
            int appId, String byUser, String fingerprint, Import.State state);

    List<Import> findByStateIn(Collection<Import.State> states);
}
