package coldtide.server.store;

import java.util.Optional;
import org.springframework.data.repository.Repository;

public interface SimulatedStoreRepository extends Repository<SimulatedStore, Integer> {
    SimulatedStore save(SimulatedStore store);

    Optional<SimulatedStore> findByAppId(int appId);
}
