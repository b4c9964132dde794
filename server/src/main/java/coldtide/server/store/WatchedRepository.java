package coldtide.server.store;

import java.util.List;
import java.util.Optional;
import org.springframework.data.repository.Repository;

public interface WatchedRepository extends Repository<Watched, Integer> {
    Watched save(Watched watched);

    Optional<Watched> findByAppIdAndIdAndEndedIsNull(int appId, int id);

    List<Watched> findByAppIdAndEndedIsNullOrderByName(int appId);
}
