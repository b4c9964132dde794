package coldtide.server.store;

import java.util.List;
import org.springframework.data.repository.Repository;

public interface ReleaseRepository extends Repository<Release, Integer> {
    Release save(Release release);

    List<Release> findByAppId(int appId);
}
