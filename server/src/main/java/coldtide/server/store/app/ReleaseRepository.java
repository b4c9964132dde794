package coldtide.server.store.app;

import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.Query;
import org.springframework.data.repository.Repository;

/** Releases that members entered or changed, by app. */
public interface ReleaseRepository extends Repository<Release, Integer> {
    Release save(Release release);

    Optional<Release> findByAppIdAndId(int appId, int id);

    Optional<Release> findByAppIdAndVersionAndPlatform(int appId, String version, String platform);

    void delete(Release release);

    /** With their steps, in one question. */
    @Query("select r from Release r left join fetch r.steps where r.appId = :appId")
    List<Release> ofApp(int appId);
}
