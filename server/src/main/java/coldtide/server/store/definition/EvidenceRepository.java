package coldtide.server.store.definition;

import java.util.List;
import java.util.Optional;
import org.springframework.data.domain.Limit;
import org.springframework.data.jpa.repository.Query;
import org.springframework.data.repository.Repository;

/** Evidence, newest first. */
public interface EvidenceRepository extends Repository<Evidence, Integer> {
    Evidence save(Evidence evidence);

    /** Without the answers, which may be large. */
    @Query(
            "select new coldtide.server.store.definition.EvidenceHead(id, format, room, address, question, watermark, findings, kept,"
                    + " keptBy) from Evidence where appId = :appId order by kept desc, id desc")
    List<EvidenceHead> ofApp(int appId, Limit most);

    @Query("from Evidence where appId = :appId and id = :id")
    Optional<Evidence> ofApp(int appId, int id);
}
