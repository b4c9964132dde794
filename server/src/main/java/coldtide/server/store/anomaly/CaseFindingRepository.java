package coldtide.server.store.anomaly;

import java.util.List;
import org.springframework.data.jpa.repository.Query;
import org.springframework.data.repository.Repository;

/** What was found of cases, the oldest first. */
public interface CaseFindingRepository extends Repository<CaseFinding, Integer> {
    CaseFinding save(CaseFinding finding);

    List<CaseFinding> findByCaseIdOrderById(int caseId);

    /** Of the newest finding of each case of an app, without what was found. */
    @Query(
            "select new coldtide.server.store.anomaly.CaseHead(f.caseId, f.format, f.incident, f.kind, f.from, f.to) from CaseFinding f"
                    + " join KeptCase k on k.id = f.caseId where k.appId = :appId"
                    + " and f.id = (select max(other.id) from CaseFinding other where other.caseId = f.caseId)")
    List<CaseHead> headsOf(int appId);
}
