package coldtide.server.store.channel;

import java.util.Optional;
import org.springframework.data.repository.Repository;

/** The simulated app store of an app. */
public interface SimulatedStoreRepository extends Repository<SimulatedStore, Integer> {
    SimulatedStore save(SimulatedStore store);

    Optional<SimulatedStore> findByAppId(int appId);
}
