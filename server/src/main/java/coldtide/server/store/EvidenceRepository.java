package coldtide.server.store;

import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.Query;
import org.springframework.data.repository.Repository;

/** What was kept, newest first. */
public interface EvidenceRepository extends Repository<Evidence, Integer> {
    Evidence save(Evidence evidence);

    @Query("from Evidence where appId = :appId order by kept desc, id desc")
    List<Evidence> ofApp(int appId);

    @Query("from Evidence where appId = :appId and id = :id")
    Optional<Evidence> ofApp(int appId, int id);
}
