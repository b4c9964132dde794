package coldtide.server.store;

import java.util.List;
import org.springframework.data.repository.Repository;

/** What was said to cases, the oldest first. */
public interface CaseCommentRepository extends Repository<CaseComment, Integer> {
    CaseComment save(CaseComment comment);

    List<CaseComment> findByCaseIdOrderById(int caseId);
}
