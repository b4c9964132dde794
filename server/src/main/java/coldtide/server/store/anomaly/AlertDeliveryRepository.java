package coldtide.server.store.anomaly;

import java.time.Instant;
import java.util.Collection;
import java.util.List;
import org.springframework.data.repository.Repository;

/** Attempts to deliver alerts, by alert and by time. */
public interface AlertDeliveryRepository extends Repository<AlertDelivery, Integer> {
    AlertDelivery save(AlertDelivery delivery);

    List<AlertDelivery> findByStateAndDueLessThanEqualOrderById(AlertDelivery.State state, Instant now);

    List<AlertDelivery> findByAlertIdInOrderById(Collection<Integer> alerts);
}
