package coldtide.server.store;

import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.springframework.data.repository.Repository;

public interface MarkRepository extends Repository<Mark, Integer> {
    Mark save(Mark mark);

    Optional<Mark> findByAppIdAndId(int appId, int id);

    Optional<Mark> findByAppIdAndKindAndNameAndStarts(int appId, Mark.Kind kind, String name, Instant starts);

    void delete(Mark mark);

    List<Mark> findByAppIdOrderByStarts(int appId);
}
