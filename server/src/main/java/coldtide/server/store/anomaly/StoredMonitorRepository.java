package coldtide.server.store.anomaly;

import java.util.List;
import java.util.Optional;
import org.springframework.data.repository.Repository;

/** Monitors that members created, by app. */
public interface StoredMonitorRepository extends Repository<StoredMonitor, Integer> {
    StoredMonitor save(StoredMonitor watched);

    Optional<StoredMonitor> findByAppIdAndIdAndEndedIsNull(int appId, int id);

    List<StoredMonitor> findByAppIdAndEndedIsNullOrderByName(int appId);
}
