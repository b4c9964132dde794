package coldtide.server.store;

import java.util.List;
import java.util.Optional;
import org.springframework.data.repository.Repository;

public interface SegmentRepository extends Repository<Segment, Integer> {
    Segment save(Segment segment);

    Optional<Segment> findByAppIdAndId(int appId, int id);

    Optional<Segment> findByAppIdAndNameAndEndedIsNull(int appId, String name);

    List<Segment> findByAppIdAndEndedIsNullOrderByName(int appId);

    /** Those removed too. */
    List<Segment> findByAppId(int appId);
}
