package coldtide.server.store.erasure;

import java.util.Collection;
import java.util.List;
import java.util.Optional;
import org.springframework.data.domain.Limit;
import org.springframework.data.repository.Repository;

/** Jobs that erase users, by app and state. */
public interface ErasureRepository extends Repository<Erasure, Integer> {
    Erasure save(Erasure erasure);

    Optional<Erasure> findById(int id);

    Optional<Erasure> findByAppIdAndId(int appId, int id);

    Optional<Erasure> findByAppIdAndOwnerAndState(int appId, long owner, Erasure.State state);

    List<Erasure> findByStateIn(Collection<Erasure.State> states);

    List<Erasure> findByAppIdOrderByIdDesc(int appId, Limit limit);
}
