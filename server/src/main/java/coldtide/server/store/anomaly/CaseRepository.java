package coldtide.server.store.anomaly;

import java.util.List;
import java.util.Optional;
import org.springframework.data.repository.Repository;

/** Cases that are kept, the newest first. */
public interface CaseRepository extends Repository<KeptCase, Integer> {
    KeptCase saveAndFlush(KeptCase kept);

    List<KeptCase> findByAppIdOrderByIdDesc(int appId);

    Optional<KeptCase> findByAppIdAndId(int appId, int id);
}
