package coldtide.server.store.app;

import jakarta.persistence.LockModeType;
import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.Lock;
import org.springframework.data.repository.Repository;

/** Apps, by key and by number. */
public interface AppRepository extends Repository<App, Integer> {
    App save(App app);

    Optional<App> findById(int id);

    @Lock(LockModeType.PESSIMISTIC_WRITE)
    Optional<App> findForChangeById(int id);

    /** One that is not deleted. */
    Optional<App> findByKeyAndDeletedIsNull(String key);

    /** Whether a key is in use; that of a deleted app is until its data are gone. */
    boolean existsByKey(String key);

    List<App> findByDeletedIsNullOrderByName();

    List<App> findByDeletedIsNotNull();
}
