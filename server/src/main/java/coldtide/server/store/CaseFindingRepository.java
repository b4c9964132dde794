package coldtide.server.store;

import java.util.Collection;
import java.util.List;
import org.springframework.data.repository.Repository;

/** What was found of cases, the oldest first. */
public interface CaseFindingRepository extends Repository<CaseFinding, Integer> {
    CaseFinding save(CaseFinding finding);

    List<CaseFinding> findByCaseIdInOrderById(Collection<Integer> cases);
}
