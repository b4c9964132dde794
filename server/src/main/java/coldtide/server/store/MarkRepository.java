package coldtide.server.store;

import java.util.List;
import org.springframework.data.repository.Repository;

public interface MarkRepository extends Repository<Mark, Integer> {
    Mark save(Mark mark);

    List<Mark> findByAppIdOrderByStarts(int appId);
}
