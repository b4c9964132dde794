package coldtide.server.store.anomaly;

import java.util.List;
import java.util.Optional;
import org.springframework.data.repository.Repository;

/** Alerts, the newest first. */
public interface AlertRepository extends Repository<Alert, Integer> {
    Alert save(Alert alert);

    Optional<Alert> findById(int id);

    List<Alert> findTop50ByAppIdOrderByIdDesc(int appId);
}
