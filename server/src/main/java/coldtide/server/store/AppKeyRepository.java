package coldtide.server.store;

import java.util.List;
import java.util.Optional;
import org.springframework.data.repository.Repository;

public interface AppKeyRepository extends Repository<AppKey, Integer> {
    AppKey save(AppKey key);

    Optional<AppKey> findByHash(byte[] hash);

    Optional<AppKey> findByAppIdAndId(int appId, int id);

    List<AppKey> findByAppIdOrderById(int appId);
}
