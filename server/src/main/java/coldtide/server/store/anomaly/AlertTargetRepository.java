package coldtide.server.store.anomaly;

import java.util.List;
import java.util.Optional;
import org.springframework.data.repository.Repository;

/** Where the alerts of an app are sent. */
public interface AlertTargetRepository extends Repository<AlertTarget, Integer> {
    AlertTarget save(AlertTarget target);

    Optional<AlertTarget> findById(int id);

    Optional<AlertTarget> findByAppIdAndIdAndEndedIsNull(int appId, int id);

    List<AlertTarget> findByAppIdAndEndedIsNullOrderById(int appId);
}
