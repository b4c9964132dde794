package coldtide.server.store;

import java.util.Optional;
import org.springframework.data.repository.Repository;

public interface KeptReadingRepository extends Repository<KeptReading, Integer> {
    KeptReading save(KeptReading reading);

    Optional<KeptReading> findByAppIdAndColumns(int appId, String columns);
}
