package coldtide.server.store.anomaly;

import java.util.List;
import org.springframework.data.repository.Repository;

/** Comments on cases, the oldest first. */
public interface CaseCommentRepository extends Repository<CaseComment, Integer> {
    CaseComment save(CaseComment comment);

    List<CaseComment> findByCaseIdOrderById(int caseId);
}
