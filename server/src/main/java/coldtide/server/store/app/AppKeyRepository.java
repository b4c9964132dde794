package coldtide.server.store.app;

import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.Modifying;
import org.springframework.data.jpa.repository.Query;
import org.springframework.data.repository.Repository;

/** API keys, by app and by the digest of the key. */
public interface AppKeyRepository extends Repository<AppKey, Integer> {
    AppKey save(AppKey key);

    Optional<AppKey> findByHash(byte[] hash);

    Optional<AppKey> findByAppIdAndId(int appId, int id);

    List<AppKey> findByAppIdOrderById(int appId);

    /** Changes nothing else of the key, which may just be being revoked. */
    @Modifying
    @Query("update AppKey k set k.lastUsed = :at where k.id = :id")
    void noteUse(int id, Instant at);
}
