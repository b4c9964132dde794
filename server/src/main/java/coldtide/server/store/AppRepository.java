package coldtide.server.store;

import java.util.List;
import java.util.Optional;
import org.springframework.data.repository.Repository;

public interface AppRepository extends Repository<App, Integer> {
    App save(App app);

    Optional<App> findById(int id);

    Optional<App> findByKey(String key);

    List<App> findAllByOrderByName();
}
