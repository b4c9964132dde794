package coldtide.server.store;

import java.util.List;
import org.springframework.data.jpa.repository.Query;
import org.springframework.data.repository.Repository;

public interface ReleaseRepository extends Repository<Release, Integer> {
    Release save(Release release);

    /** With their steps, in one question. */
    @Query("select r from Release r left join fetch r.steps where r.appId = :appId")
    List<Release> ofApp(int appId);
}
